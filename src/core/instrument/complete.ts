/**
 * What a document may leave out, filled in once before it is checked. Null means "not given" everywhere. Nothing that
 * was written is changed; what is of the wrong kind is left for the check to name.
 * @param completedCalibration does the same for a calibration, by its way
 */
export function completed(
  document: object,
  completedCalibration: (plain: Record<string, unknown>) => object,
): object {
  const plain = withoutNulls(document) as Record<string, unknown>;
  const [board] = Array.isArray(plain.boards) ? plain.boards : [];
  const onlyBoard = isObject(board) ? board.id : undefined;
  const measured = (c: Record<string, unknown>) => completedCalibration({ ...OPTIONAL.Measured, ...c });
  return {
    ...OPTIONAL.Instrument,
    ...plain,
    boards: each(plain.boards, (b) => ({ ...OPTIONAL.Board, ...b })),
    sensors: each(plain.sensors, (s) => ({
      ...OPTIONAL.Sensor,
      board: onlyBoard,
      ...s,
      ...(isObject(s.calibration) ? { calibration: measured(s.calibration) } : {}),
      ...(Array.isArray(s.earlier) ? { earlier: each(s.earlier, measured) } : {}),
      ...(isObject(s.former) && isObject(s.former.calibration)
        ? { former: { ...s.former, calibration: measured(s.former.calibration) } }
        : {}),
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
