import type { Change } from '../../findings/change';
import type { Finding } from '../../findings/finding';
import type { Instrument } from '../../instrument/document';
import type { Voice } from '../../instrument/voices';
import type { Proved } from '../proved';
import type { WireLoad } from '../wire-load';

/** A queue of so long is heard, ms; so much of what a wire carries is full. */
const LONG_QUEUE_MS = 10;
const FULL = 0.9;
/** Messages a second that are enough for a controller. (Common practice, no source.) */
const ENOUGH_A_SECOND = 60;

/** A board's wire that is full, or on which messages queue. @param take its id, for evidence */
export function wireFinding(
  instrument: Instrument,
  { seconds }: Pick<Proved, 'seconds'>,
  wire: WireLoad,
  take: string,
): Finding | null {
  const full = wire.busiestBytes > FULL * wire.carries;
  if (!full && (wire.worst?.ms ?? 0) <= LONG_QUEUE_MS) return null;
  const tries = instrument.voices
    .filter((voice) => isFree(voice) && boardOfVoice(instrument, voice) === wire.board)
    .map(({ id }): Change => ({ is: 'voice', voice: id, values: { perSecond: ENOUGH_A_SECOND } }));
  const { atUs = 0 } = wire.worst ?? {};
  return {
    ...{ code: 'wire-full', severity: full ? 'fault' : 'doubt', sensor: '' },
    evidence: { take, fromUs: atUs, toUs: Math.min(1e6 * seconds, atUs + 1e5) },
    says: `Up to ${(wire.worst?.ms ?? 0).toFixed(1)} ms were queued on the wire, and ${wire.busiestBytes} of ${Math.round(wire.carries)} bytes went in the busiest second.`,
    causes: ['controllers that say every step', 'many notes at once'],
    cures:
      tries.length > 0
        ? [
            {
              says: `At most ${ENOUGH_A_SECOND} messages a second of each controller`,
              cost: 'a controller moves in larger steps',
              tries,
            },
          ]
        : [{ says: 'A faster wire, or fewer controllers', cost: 'Plan, the board’s baud' }],
  };
}

const isFree = (voice: Voice): boolean =>
  voice.is !== 'note' && voice.is !== 'light' && (voice.perSecond ?? Infinity) > ENOUGH_A_SECOND;

const boardOfVoice = ({ sensors }: Instrument, voice: Voice): string | undefined =>
  voice.is === 'note' ? undefined : sensors.find(({ id }) => id === voice.source.sensor)?.board;
