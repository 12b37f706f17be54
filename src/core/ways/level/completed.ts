type Plain = Record<string, unknown>;

const isObject = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Rising unless said; a lane has one side unless it names two; the dead zone of a side reaches to its "on". */
export function completedLevel(c: Plain): Plain {
  const side = (value: unknown) => (isObject(value) ? { dead: value.on, ...value } : value);
  const lane = (l: unknown) => (isObject(l) ? { ...l, up: side(l.up), down: side(l.down ?? null) } : l);
  return { polarity: 'rising', ...c, lanes: Array.isArray(c.lanes) ? c.lanes.map(lane) : c.lanes };
}
