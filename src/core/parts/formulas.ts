/** The arithmetic of parts (maker's handbook 4.2 – 4.8, 9): small functions of physical numbers, each with its unit and source. */

/** Share of the supply across the fixed resistor of a divider: Rm / (Rm + Rs). @param fixed, sensor Ω, over 0 */
export const dividerShare = (fixed: number, sensor: number): number => fixed / (fixed + sensor);

/** The fixed resistor with the greatest swing between two resistances: √(Rmin · Rmax), Ω (derivative of the swing set to 0). */
export const bestFixedOhms = (least: number, most: number): number => Math.sqrt(least * most);

/** Swing of a divider between two resistances, share of the supply. */
export const dividerSwing = (fixed: number, least: number, most: number): number =>
  dividerShare(fixed, least) - dividerShare(fixed, most);

/** Time constants until a converter's input lies within half a count: ln 2^(bits + 1). */
export const settlingConstants = (bits: number): number => (bits + 1) * Math.LN2;

/** Time to settle, µs. @param ohms of the source @param picofarads of the converter's own capacitor */
export const settlingUs = (bits: number, ohms: number, picofarads: number): number =>
  settlingConstants(bits) * ohms * picofarads * 1e-6;

/** Charging time of a pad through a resistor up to a share of the supply, µs: R · C · ln(1 / (1 − share)). */
export const chargeUs = (ohms: number, picofarads: number, share: number): number =>
  ohms * picofarads * 1e-6 * Math.log(1 / (1 - share));

/** Air through a bleed hole, l/min: Cd · A · √(2ΔP/ρ), Cd 0.6 and ρ 1.2 kg/m³ (orifice equation). @param mm diameter */
export function bleedLitresPerMinute(mm: number, kpa: number): number {
  const area = Math.PI * (mm / 2000) ** 2;
  return 0.6 * area * Math.sqrt((2 * kpa * 1000) / 1.2) * 60_000;
}

/** How long a breath lasts through it, s. */
export const phraseSeconds = (litres: number, mm: number, kpa: number): number =>
  (60 * litres) / bleedLitresPerMinute(mm, kpa);

/** Reading of a ribbon with a pull-down, share of the supply: x / (1 + k·x(1 − x)). @param x touched place, 0 … 1 @param k ribbon over pull-down resistance */
export const ribbonShare = (x: number, k: number): number => x / (1 + k * x * (1 - x));

/** The place of a reading, 0 … 1: {@link ribbonShare} solved for x, so that nothing cancels where k is small. */
export function ribbonPlace(share: number, k: number): number {
  if (k === 0 || share === 0) return share;
  // v (1 + k x − k x²) = x  →  k v x² + (1 − k v) x − v = 0
  const b = 1 - k * share;
  return (2 * share) / (b + Math.sqrt(b * b + 4 * k * share * share));
}

/** The furthest that a ribbon's reading lies from its place, share of its length; at about two thirds of it. */
export function ribbonWorstError(k: number): number {
  let worst = 0;
  for (let i = 1; i < 1000; i++) worst = Math.max(worst, i / 1000 - ribbonShare(i / 1000, k));
  return worst;
}

/** Cents that one count is worth. @param octaves of the span */
export const centsPerCount = (octaves: number, bits: number): number => (1200 * octaves) / 2 ** bits;

/** Step of a chain of resistors, mm. */
export const chainStepMm = (mm: number, resistors: number): number => mm / resistors;

/** Velocity of a time between two contacts, 1 … 127: 1 + 126 · ln(slow/t) / ln(slow/fast), or the like in 1/t. */
export function contactVelocity(
  ms: number,
  fastMs: number,
  slowMs: number,
  law: 'log' | 'reciprocal',
): number {
  const t = Math.min(slowMs, Math.max(fastMs, ms));
  const share =
    law === 'log'
      ? Math.log(slowMs / t) / Math.log(slowMs / fastMs)
      : (1 / t - 1 / slowMs) / (1 / fastMs - 1 / slowMs);
  return 1 + 126 * share;
}

/** Velocity steps a tick of the timer, at the fast end of the logarithmic law: 126 · τ / (fast · ln(slow/fast)). */
export const contactStepsPerTick = (tickMs: number, fastMs: number, slowMs: number): number =>
  (126 * tickMs) / (fastMs * Math.log(slowMs / fastMs));

/** Lines of a key matrix: the fewest rows and columns that hold so many switches. */
export function matrixLines(switches: number): { rows: number; columns: number } {
  const rows = Math.max(1, Math.floor(Math.sqrt(switches)));
  const columns = Math.ceil(switches / rows);
  const taller = rows + 1 + Math.ceil(switches / (rows + 1));
  return taller < rows + columns
    ? { rows: rows + 1, columns: Math.ceil(switches / (rows + 1)) }
    : { rows, columns };
}

/** Chords of three keys that close a fourth in a matrix without diodes: the corners of each rectangle, four a rectangle. */
export const ghostingChords = (rows: number, columns: number): number =>
  4 * ((rows * (rows - 1)) / 2) * ((columns * (columns - 1)) / 2);

/** Presses a second that all count, where each change stands for a debounce, and scans find it: 1000 / (2 · (debounce + scan)). @param ms debounce */
export const pressesPerSecond = (ms: number, scanHz: number): number => 1000 / (2 * (ms + 1000 / scanHz));

/** Wires of so many three-colour lights: four of each by itself, or three in all of a strip (maker's handbook 9), and its clock's where it has one. */
export const lightWires = (lights: number, as: 'clocked' | 'strip' | 'single'): number =>
  as === 'single' ? 4 * lights : lights === 0 ? 0 : as === 'clocked' ? 4 : 3;

/** What so many three-colour lights take at a share of their full white, mA: 20 mA a colour. (From memory.) */
export const lightsMa = (lights: number, share: number): number => lights * 3 * 20 * share;

/** Hours that a battery lasts, with a fifth left in it. (Common practice, no source.) */
export const batteryHours = (mAh: number, mA: number): number => (0.8 * mAh) / mA;
