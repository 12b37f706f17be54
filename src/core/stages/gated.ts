import { ANY_LANE } from '../engine/voice-records';
import type { Instrument } from '../instrument/document';
import type { NoteVoice, Source } from '../instrument/voices';
import { kindOf } from '../kinds/registry';
import { wayNamed } from '../ways/registry';
import { sensorNamed } from './making';

/** Whether a source is a gate that comes with all lanes of its bank, of which one may be meant. */
export const isBank = (instrument: Instrument, source: Source): boolean =>
  !wayNamed(kindOf(sensorNamed({ instrument }, source)).way).heardOneByOne;

/** Which lane of a bank a listener hears. Of a gate that has a gate a lane only that one is listened to, so it hears any. */
export function laneHeard(instrument: Instrument, source: Source): number {
  if (source.lane === undefined || !isBank(instrument, source)) return ANY_LANE;
  return sensorNamed({ instrument }, source).lanes.findIndex(({ id }) => id === source.lane);
}

/** Whether something stands between a note and its gate: another gate, a hold, a length. */
export const isGated = ({ and, heldBy, lastsMs }: NoteVoice): boolean =>
  and !== undefined || heldBy !== undefined || lastsMs !== undefined;
