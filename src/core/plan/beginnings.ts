import { newInstrument } from '../instrument/create';
import type { Instrument } from '../instrument/document';
import { withFirstVoices } from '../kinds/first-voices';
import { solve } from './solve';
import { takeFit } from './take-fit';
import { wished, type Wish } from './wishes';

/** Where makers begin: a family of instruments and what its player usually has at hand. */
export interface Beginning {
  id: string;
  name: string;
  says: string;
  wishes: readonly Wish[];
}

export const BEGINNINGS: readonly Beginning[] = [
  { id: 'one', name: 'One sensor', says: 'a breath gauge; the rest is added as you go', wishes: [] },
  {
    id: 'blown',
    name: 'Blown',
    says: 'breath, lip and a lever, and nine touch pads that choose the note',
    wishes: [
      { kind: 'breath-gauge', name: 'Breath' },
      { kind: 'lip-sensor', name: 'Lip' },
      { kind: 'touch-pads', name: 'Pads', lanes: 9 },
      { kind: 'bend-lever', name: 'Lever' },
    ],
  },
  {
    id: 'bellows',
    name: 'Bellows',
    says: 'pressure both ways, ten touch pads that choose the note, a thumb pad and a switch',
    wishes: [
      { kind: 'breath-gauge', name: 'Bellows', facts: { perKpa: 0.125, offset: 0.5 } },
      { kind: 'touch-pads', name: 'Pads', lanes: 10 },
      { kind: 'force-pad', name: 'Thumb' },
      { kind: 'switch' },
    ],
  },
  {
    id: 'keys',
    name: 'Keys',
    says: '25 keys of two contacts, two wheels, a pedal and a foot switch',
    wishes: [
      { kind: 'two-contact-keys', lanes: 25 },
      { kind: 'wheel', lanes: 2 },
      { kind: 'pedal' },
      { kind: 'foot-switch' },
    ],
  },
  {
    id: 'strips',
    name: 'Strips',
    says: 'four ribbons on a neck, four pads to pluck, two encoders',
    wishes: [
      { kind: 'ribbon', count: 4 },
      { kind: 'strike-pads', lanes: 4 },
      { kind: 'encoder', lanes: 2 },
    ],
  },
  {
    id: 'pads',
    name: 'Pads',
    says: '24 pads that are touched, and four knobs',
    wishes: [
      { kind: 'timed-pads', lanes: 24 },
      { kind: 'pot', lanes: 4 },
    ],
  },
  {
    id: 'struck',
    name: 'Struck',
    says: 'nine pads or stones that are struck, a pedal and two knobs',
    wishes: [{ kind: 'strike-pads', lanes: 9 }, { kind: 'pedal' }, { kind: 'pot', lanes: 2 }],
  },
  {
    id: 'worn',
    name: 'Worn',
    says: 'tilt, four force pads and a stick, on the body',
    wishes: [{ kind: 'tilt' }, { kind: 'force-pad', count: 4 }, { kind: 'stick' }],
  },
  {
    id: 'foot',
    name: 'Foot',
    says: 'four foot switches and a pedal',
    wishes: [{ kind: 'foot-switch', lanes: 4 }, { kind: 'pedal' }],
  },
];

/** A new instrument as a beginning has it: on the best board for it, with notes and voices, nothing measured. @param at ISO 8601 */
export function begun(id: string, name: string, at: string, { wishes }: Beginning): Instrument {
  const plain = wishes.length > 0 ? wished(id, name, at, wishes) : newInstrument(id, name, at);
  const wired = takeFit(plain, solve(plain.sensors, null)[0]);
  return wired.sensors.reduce(withFirstVoices, wired);
}
