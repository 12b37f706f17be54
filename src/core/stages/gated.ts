import { ANY_LANE } from '../engine/voice-records';
import type { Instrument } from '../instrument/document';
import type { NoteVoice, Source } from '../instrument/voices';
import { kindOf } from '../kinds/registry';
import { wayNamed } from '../ways/registry';
import { sensorNamed } from './making';

/** Whether a source is a gate with all lanes of its bank, of which one may be meant. */
export const isHeardTogether = (instrument: Instrument, source: Source): boolean =>
  !wayNamed(kindOf(sensorNamed({ instrument }, source)).way).heardOneByOne;

/** Which lane of a gate counts, as a gating has it: one and 1 more, or any. Of a gate that is heard lane by lane only that one is heard. */
export function laneThatCounts(instrument: Instrument, source: Source): number {
  if (source.lane === undefined || !isHeardTogether(instrument, source)) return ANY_LANE;
  return sensorNamed({ instrument }, source).lanes.findIndex(({ id }) => id === source.lane) + 1;
}

/** Whether something stands between a note and its gate: another gate, a hold, a length, or one lane of a bank. */
export const isGated = (
  instrument: Instrument,
  { gate, and, heldBy, lastsMs }: Pick<NoteVoice, 'gate' | 'and' | 'heldBy' | 'lastsMs'>,
): boolean =>
  and !== undefined ||
  heldBy !== undefined ||
  lastsMs !== undefined ||
  laneThatCounts(instrument, gate) !== ANY_LANE;
