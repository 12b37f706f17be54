/**
 * What a document may leave out, filled in once before it is checked. Null means "not given" everywhere. Nothing that
 * was written is changed; what is of the wrong kind is left for the check to name.
 */
export function completed(document: object): object {
  const plain = withoutNulls(document) as Record<string, unknown>;
  const [board] = Array.isArray(plain.boards) ? plain.boards : [];
  const onlyBoard = isObject(board) ? board.id : undefined;
  return {
    ...OPTIONAL.Instrument,
    ...plain,
    boards: each(plain.boards, (b) => ({ ...OPTIONAL.Board, ...b })),
    sensors: each(plain.sensors, (s) => ({
      ...OPTIONAL.Sensor,
      board: onlyBoard,
      ...s,
      ...(isObject(s.calibration) ? { calibration: completedCalibration(s.calibration) } : {}),
    })),
    voices: each(plain.voices ?? [], (v) => ({ ...(v.is === 'note' ? NOTE : OPTIONAL.LevelVoice), ...v })),
  };
}

/** Fields with a default, by the class that holds them; the published schema does not require them. */
export const OPTIONAL = {
  Instrument: {
    about: '',
    links: [] as unknown[],
    voices: [] as unknown[],
    zones: [] as unknown[],
    scenes: [] as unknown[],
    log: [] as unknown[],
  },
  Board: { midiBaud: 31_250 },
  Sensor: { responses: [] as unknown[] },
  Measured: { takes: [] as unknown[], method: '' },
  LevelVoice: { side: 'both' },
  NoteVoice: { side: 'both', pitch: { is: 'lane' }, velocity: { is: 'fixed', value: 100 } },
} as const;
const NOTE = OPTIONAL.NoteVoice;

function completedCalibration(c: Record<string, unknown>): Record<string, unknown> {
  const measured = { ...OPTIONAL.Measured, ...c };
  return c.is === 'level' ? completedLevel(measured) : measured;
}

/** Polarity follows from which side of rest "on" lies; the dead zone reaches to "on" on each side. */
function completedLevel(c: Record<string, unknown>): Record<string, unknown> {
  const rest = Math.round(Number(c.rest));
  const distance = (count: unknown) => Math.abs(Number(count) - rest);
  const down = c.onDown === undefined ? null : distance(c.onDown);
  const full = {
    polarity: Number(c.on) < rest ? 'falling' : 'rising',
    deadZone: { up: distance(c.on), down },
    onDown: null,
    offDown: null,
    ...c,
  };
  const sides = (value: unknown) => (isObject(value) ? { down: null, ...value } : value);
  return { ...full, reach: sides(c.reach), deadZone: sides(full.deadZone) };
}

const isObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

const each = (list: unknown, fill: (item: Record<string, unknown>) => object): unknown =>
  Array.isArray(list) ? list.map((item) => (isObject(item) ? fill(item) : item)) : list;

function withoutNulls(value: unknown): unknown {
  if (Array.isArray(value)) return value.map((v) => (v === null ? v : withoutNulls(v)));
  if (!isObject(value)) return value;
  return Object.fromEntries(
    Object.entries(value)
      .filter(([key, v]) => v !== null && v !== undefined && key !== '__proto__')
      .map(([key, v]) => [key, withoutNulls(v)]),
  );
}
