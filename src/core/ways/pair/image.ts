import { ticksIn } from '../../engine/clock';
import { NO_TABLE } from '../../engine/codes';
import type { Parts } from '../../engine/image/parts';
import { scaleOf } from '../../engine/scale';
import { speedOfMs } from '../../engine/stroke';
import type { Sensor } from '../../instrument/sensor';
import { tableOfCurve } from '../../shape/table';
import { measuredContacts } from '../lane-records';
import { answersBy } from '../strokes/law';
import { NO_LISTENERS, type Compiled, type Inputs } from '../way';
import type { Order, PairCalibration, PairLane } from './calibration';

/** In the image, the order of a key's contacts: as they stand, the other way round, or not measured. */
const [AS_THEY_STAND, SWAPPED, UNMEASURED] = [0, 1, 2];

/** A bank of all keys, whose contacts follow one another; one that was not measured plays nothing. None where none is there. */
export function compilePairs(
  parts: Parts,
  sensor: Sensor,
  c: PairCalibration,
  { contacts }: Inputs,
): Compiled | null {
  const { image } = parts;
  const measured = measuredContacts(sensor, c.lanes, contacts);
  if (measured.length === 0) return null;
  const lanes = sensor.lanes.map((_, place) => place);
  const bank = {
    debounce_ticks: ticksIn(1000 * c.debounceMs),
    scale: scaleOf(speedOfMs(c.fastMs) - speedOfMs(c.slowMs)),
    contact: contacts.indexOf(sensor.lanes[0].contacts?.[0] ?? ''),
    lane: image.pairs.length,
    lanes: lanes.length,
    restrikes: c.restrikes ? 1 : 0,
    ...NO_LISTENERS,
  };
  image.pair_banks.push(bank);
  for (const place of lanes) {
    const own = measured.find((m) => m.place === place)?.record;
    image.pairs.push({
      slowest: speedOfMs(c.slowMs * (own?.factor ?? 1)),
      table: NO_TABLE,
      order: own ? orderOf(own) : UNMEASURED,
      rests: restsOf(own?.order ?? c.order),
    });
  }
  return {
    index: image.pair_banks.length - 1,
    lanes,
    bank,
    answerBy: (i, curve) => {
      const answers = answersBy(c, curve);
      if (answers) image.pairs[bank.lane + i].table = parts.table(tableOfCurve(answers, image.table_bits));
    },
  };
}

const orderOf = ({ swapped }: PairLane): number => (swapped ? SWAPPED : AS_THEY_STAND);

/** Which contacts are closed while nobody plays: a bit for the first, one for the second. */
function restsOf(order: Order): number {
  const [first, second] = order.split('-');
  return (first === 'break' ? 1 : 0) | (second === 'break' ? 2 : 0);
}
