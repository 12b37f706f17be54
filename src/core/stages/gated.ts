import type { Instrument } from '../instrument/document';
import type { NoteVoice, Source } from '../instrument/voices';
import { kindOf } from '../kinds/registry';
import { wayNamed } from '../ways/registry';
import { sensorNamed } from './making';

/** Whether a source is a gate that comes with all lanes of its bank, of which one may be meant. */
export const isBank = (instrument: Instrument, source: Source): boolean =>
  !wayNamed(kindOf(sensorNamed({ instrument }, source)).way).heardOneByOne;

/** Whether something stands between a note and its gate: another gate, a hold, a length. */
export const isGated = ({ and, heldBy, lastsMs }: NoteVoice): boolean =>
  and !== undefined || heldBy !== undefined || lastsMs !== undefined;
