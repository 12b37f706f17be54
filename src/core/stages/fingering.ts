import { STEPS_ZERO, UNASSIGNED } from '../engine/codes';
import { ticksIn } from '../engine/clock';
import { zoneOf } from '../instrument/access';
import { FingeringPitch, type NoteVoice } from '../instrument/voices';
import { fingeringOffers, fingeringWords } from './fingering-words';
import { hearGate, listen } from './gate';
import { sensorNamed, type Making } from './making';
import { FINGERING } from './pitch-facts';
import type { PitchStage } from './pitch-stage';
import { voicePitch } from './tuned';
import { spelled } from './zones';

export const fingering: PitchStage<FingeringPitch> = {
  is: 'fingering',
  document: FingeringPitch,
  ...FINGERING,
  noteOf: () => 0,
  hear: (m, voice, pitch, index, attack) => {
    const { image } = m.parts;
    const own = image.fingerings.length;
    const entry = image.fingering_entries.length;
    const kept = keptFingers(m, pitch);
    image.fingering_entries.push(...entriesOf(m, voice, pitch, kept));
    image.fingerings.push({
      settle_ticks: ticksIn((pitch.settleMs ?? 0) * 1000),
      ...{ note: index, entry, entries: image.fingering_entries.length - entry },
      ...{ finger: image.finger_adds.length, fingers: kept.length },
      unassigned: UNASSIGNED[pitch.unassigned],
      ...{ slurred: voice.legato === false ? 0 : 1, pad: 0 },
    });
    image.finger_adds.push(...kept.map(({ adds }) => ({ adds: STEPS_ZERO + adds })));
    let bit = 0;
    for (const { source } of pitch.fingers) {
      const group = image.fingers.push({ fingering: own, bit }) - 1;
      listen(m, source, voice.side, { is: 'finger', index: group });
      bit += m.sensors.get(source.sensor)!.lanes.length;
    }
    hearGate(m, voice, { is: 'fingeringGate', index: own }, attack);
  },
  key: () => 'fingering',
  offers: fingeringOffers,
  words: fingeringWords,
};

/** A finger that the board knows: its place among the signs of an entry, and what it adds. */
interface Kept {
  at: number;
  adds: number;
}

/** Lanes that were measured, in the order in which the engine counts them. */
function keptFingers(m: Making, { fingers }: FingeringPitch): Kept[] {
  let first = 0;
  return fingers.flatMap(({ source, adds = [] }) => {
    const { lanes } = m.sensors.get(source.sensor)!;
    const kept = lanes.map((place) => ({ at: first + place, adds: adds[place] ?? 0 }));
    first += sensorNamed(m, source).lanes.length;
    return kept;
  });
}

/** The entries as masks. One that asks for a finger which the board does not know to be down can never be played, and is left out. */
const entriesOf = (m: Making, voice: NoteVoice, { table }: FingeringPitch, kept: readonly Kept[]) =>
  table.flatMap(({ keys, note }) => {
    const known = new Set(kept.map(({ at }) => at));
    if ([...keys].some((sign, at) => sign === '1' && !known.has(at))) return [];
    const mask = (signs: string): [number, number] => {
      const words: [number, number] = [0, 0];
      kept.forEach(({ at }, bit) => {
        if (signs.includes(keys[at])) words[bit >> 4] |= 1 << (bit & 15);
      });
      return words;
    };
    const zone = zoneOf(m.instrument, voice);
    const { note: own, bend } = spelled(m.instrument, zone, voicePitch(m.instrument, voice, note));
    return [{ care: mask('01'), keys: mask('1'), bend, note: own, pad: 0 }];
  });
