type Plain = Record<string, unknown>;

const isObject = (value: unknown): value is Plain =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** Polarity follows from which side of rest "on" lies; the dead zone reaches to "on" on each side. */
export function completedLevel(c: Plain): Plain {
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
