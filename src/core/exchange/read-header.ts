import type { GateProgram, LEVEL_KIND, LevelProgram, Program, Scale } from '../engine/program';

/**
 * Reads a generated header back into a program, to prove what it says. Reads only what `writeHeader` (header.ts) writes.
 * @throws RangeError where a part is missing
 */
export function readHeader(text: string, prefix = 'instrument'): Program {
  const plain = text.replace(/\/\*.*?\*\//gs, '');
  const part = (pattern: string): string => {
    const found = new RegExp(pattern, 's').exec(plain);
    if (!found) throw new RangeError(`readHeader: ${pattern} is required, nothing like it was found`);
    return found[1];
  };
  const rows = (name: string) => numbersOf(part(`${name}\\[\\d+\\][A-Z_ ]*= \\{(.*?)\\};`));
  const [tableBits, count] = numbersOf(part(`cheir_program ${prefix}_program = \\{(.*?)\\};`));
  const levels = inRows(rows(`${prefix}_levels`), 8).map(readLevel);
  const gates = inRows(rows(`${prefix}_gates`), 13).map(readGate);
  const found = count > 0 ? inRows(rows(`${prefix}_inputs`), 23) : [];
  const inputs = found.map((r, n) => {
    const sideAt = (k: number) => ({ ...readScale(r, k), dead: r[k + 3], on: r[k + 4], off: r[k + 5] });
    return {
      column: r[0],
      falling: r[1] as 0 | 1,
      rest: r[2],
      restLow: r[3],
      restHigh: r[4],
      sides: [sideAt(5), sideAt(11)] as Program['inputs'][0]['sides'],
      table: Uint16Array.from(rows(`${prefix}_table${n}`)),
      levels: levels.splice(0, r[17]),
      gates: gates.splice(0, r[18]),
    };
  });
  const define = (name: string) => Number(part(`#define ${prefix.toUpperCase()}_${name} (\\d+)`));
  return { bits: define('BITS'), tableBits, inputs, maxBytes: define('MAX_BYTES') };
}

/** The numbers of an initialiser; a table's name in an input's row is not one. */
const numbersOf = (text: string): number[] =>
  (text.replace(/\b[A-Za-z]\w*/g, '').match(/\d+/g) ?? []).map(Number);

const inRows = (numbers: number[], width: number): number[][] =>
  Array.from({ length: Math.floor(numbers.length / width) }, (_, i) =>
    numbers.slice(i * width, (i + 1) * width),
  );

const readScale = (r: number[], at: number): Scale => ({ span: r[at], factor: r[at + 1], mul: r[at + 2] });

const readLevel = ([
  kind,
  status,
  controller,
  sideMask,
  from,
  span,
  deadband,
  intervalTicks,
]: number[]): LevelProgram => ({
  kind: kind as (typeof LEVEL_KIND)[keyof typeof LEVEL_KIND],
  status,
  controller,
  sideMask,
  from,
  span,
  deadband,
  intervalTicks,
});

const readGate = (r: number[]): GateProgram => ({
  channel: r[0],
  note: r[1],
  sideMask: r[2],
  windowTicks: r[3],
  holdOffTicks: r[4],
  velocityFrom: r[5],
  velocitySpan: r[6],
  attack: [readScale(r, 7), readScale(r, 10)],
});
