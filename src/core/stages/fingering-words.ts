import type { Instrument } from '../instrument/document';
import type { Sensor } from '../instrument/sensor';
import type { FingeringPitch } from '../instrument/voices';
import { gatePort, portThat } from '../kinds/ports';
import { openHoles } from '../pitch/fingerings';
import { MOST_FINGERS } from './fingers';
import { numberWord, type Offer, type Word } from './word';

/** Sensors of the board whose lanes can be fingers: several gates side by side. */
export const fingeringOffers = ({ sensors }: Instrument, gate: Sensor): Offer<FingeringPitch>[] =>
  sensors
    .filter((s) => s.board === gate.board && s.lanes.length > 1 && s.lanes.length <= MOST_FINGERS)
    .flatMap((sensor) => {
      const port = gatePort(sensor) ?? portThat(sensor, 'pitch');
      if (port === null) return [];
      const makes: FingeringPitch = {
        is: 'fingering',
        fingers: [{ source: { sensor: sensor.id, port } }],
        table: openHoles(sensor.lanes.length),
        unassigned: 'hold',
        settleMs: FIRST_SETTLE_MS,
      };
      return [{ key: 'fingering', says: `by the fingering of ${sensor.name}`, makes }];
    })
    .slice(0, 1);

/** Fingers land 10 to 30 ms apart (handbook 6: practice): what lies between is passed over by this, ms. */
const FIRST_SETTLE_MS = 20;

const UNASSIGNED_WORDS = {
  nearest: 'play the nearest',
  hold: 'keep what sounds',
  silence: 'are silent',
};

/** What follows the choice; the table itself is edited below. */
export const fingeringWords = (pitch: FingeringPitch): Word<FingeringPitch>[] => [
  'once fingers rest for',
  numberWord('Settle time, ms', pitch.settleMs ?? 0, [0, 60], (ms) => ({ ...pitch, settleMs: ms })),
  'ms; other fingerings',
  {
    is: 'pick',
    label: 'Fingerings that are not in the table',
    value: pitch.unassigned,
    options: UNASSIGNED_WORDS,
    set: (u) => ({ ...pitch, unassigned: u as FingeringPitch['unassigned'] }),
  },
];
