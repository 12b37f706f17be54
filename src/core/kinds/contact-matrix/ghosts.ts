import type { SensorJob } from '../../calibrate/report';
import type { Finding } from '../../findings/finding';
import { matrixLines } from '../../parts/formulas';
import { crossingsOf, ghostChords, type GhostChord } from '../../parts/ghosts';
import type { Edges, Take } from '../../signal/take';

/** A switch that three others close does so at the same look at the matrix, µs. (Common practice, no source.) */
const AT_ONCE_US = 2_500;

/** What a matrix without diodes closes by itself: where the third corner of a rectangle is pressed, and the fourth closes with it. */
export function ghostFindings({ sensor, takes }: SensorJob): Finding[] {
  const { columns } = matrixLines(sensor.lanes.length);
  const chords = ghostChords(crossingsOf(sensor.lanes.length, columns));
  const names = (places: readonly number[]) => places.map((i) => sensor.lanes[i].id).join(', ');
  const found = new Map<number, { chord: GhostChord; take: string; tUs: number }>();
  for (const take of takes)
    for (const { chord, tUs } of take.edges ? ghostsIn(take, take.edges, sensor.lanes, chords) : [])
      if (!found.has(chord.ghost)) found.set(chord.ghost, { chord, take: take.id, tUs });
  return [...found.values()].map(({ chord, take, tUs }) => ({
    ...{ code: 'ghost', severity: 'fault' as const, sensor: sensor.id, lane: sensor.lanes[chord.ghost].id },
    says: `${names([chord.ghost])} closes by itself while ${names(chord.pressed)} are held.`,
    evidence: { take, fromUs: tUs - 200_000, toUs: tUs + 200_000 },
    causes: [
      `a diode is missing, or the wrong way round, at one of ${names(chord.pressed)}`,
      'two lines of the matrix touch',
    ],
    cures: [
      {
        says: `Put a diode at each; until then leave out the chords ${chords
          .filter(({ ghost }) => ghost === chord.ghost)
          .slice(0, 6)
          .map(({ pressed }) => `(${names(pressed)})`)
          .join(' ')}`,
        cost: 'a diode a switch',
      },
    ],
  }));
}

/** Chords in a take whose fourth switch closed at once with one of the three. */
function* ghostsIn(
  { id }: Take,
  { tUs, contact, closed, contacts }: Edges,
  lanes: SensorJob['sensor']['lanes'],
  chords: readonly GhostChord[],
): Generator<{ chord: GhostChord; tUs: number; take: string }> {
  const laneOf = contacts.map((name) => lanes.findIndex((l) => l.contacts?.[0] === name));
  const since = lanes.map(() => -Infinity);
  for (let i = 0; i < tUs.length; i++) {
    const lane = laneOf[contact[i]];
    if (lane < 0) continue;
    if (closed[i] === 0) {
      since[lane] = -Infinity;
      continue;
    }
    if (since[lane] === -Infinity) since[lane] = tUs[i];
    for (const chord of chords) {
      const all = [...chord.pressed, chord.ghost];
      if (!all.includes(lane) || all.some((k) => since[k] === -Infinity)) continue;
      const last = Math.max(...chord.pressed.map((k) => since[k]));
      const earlier = chord.pressed.filter((k) => last - since[k] > AT_ONCE_US).length;
      if (earlier === 2 && Math.abs(since[chord.ghost] - last) <= AT_ONCE_US)
        yield { chord, tUs: last, take: id };
    }
  }
}
