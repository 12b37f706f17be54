'use client';

import type { Health, Who } from '@/core/exchange/takes/binary-frames';
import type { OnBoard } from '@/store/on-board';
import { counted } from '@/core/units/counted';
import { useLive } from '../hooks/use-session';
import { useOnBoard } from '../hooks/use-on-board';
import { dayOf, timeOf } from '../parts/day-words';
import styles from './load.module.css';

/** What the board on the cable answers, by itself: which instrument it is, and with which settings. */
export function BoardView({ digest }: { digest: string }) {
  const open = useLive((s) => s.cable.is === 'open');
  const who = useLive((s) => s.tick?.line?.who ?? null);
  const ours = useLive((s) => s.tick?.sketchIsOurs ?? null);
  const health = useLive((s) => s.tick?.line?.health ?? null);
  const last = useOnBoard();
  return (
    <p
      className={styles.board}
      aria-live="polite"
      data-state={ours === null ? 'unknown' : ours ? 'well' : 'doubt'}
    >
      {open ? answerWords(digest, who, ours === true) : lastWords(digest, last)}
      {health && (health.overruns > 0 || health.dropped > 0 || health.missed > 0) && (
        <small>{healthWords(health)}</small>
      )}
    </p>
  );
}

/** What the board on an open cable says of itself. @param ours whether that is this instrument, with these settings */
function answerWords(digest: string, who: Who | null, ours: boolean): string {
  if (!who)
    return 'The cable is open, and no sketch of Cheironom has answered yet. Flash the files with your own tool; it says by itself when the board answers.';
  return ours
    ? `The board answers: it is this instrument, with these settings (${who.digest}).`
    : `The board answers: it plays ${who.digest}, not ${digest}. Send the settings (L), or flash the files where pins, sensors or voices changed.`;
}

function lastWords(digest: string, last: OnBoard | null): string {
  if (!last)
    return 'No board has answered yet: flash the files, then open its cable (Practice board, at the top right).';
  const when = `${dayOf(last.at)}, ${timeOf(last.at)}`;
  return last.digest === digest
    ? `The board had these settings when it was last on the cable (${when}).`
    : `When it was last on the cable (${when}) the board played ${last.digest}: not what stands here now.`;
}

/** What went wrong on the board since its power came, with what to do. */
function healthWords({ overruns, dropped, missed }: Health): string {
  const says = [
    ...(overruns > 0 ? [`${counted(overruns, 'scan')} came late: choose a lower scan rate in Plan`] : []),
    ...(dropped > 0 ? [`${counted(dropped, 'time')} nobody took what it sent: look at its MIDI cable`] : []),
    ...(missed > 0
      ? [`${counted(missed, 'edge')} found no room: a contact bounces, or a wire is loose`]
      : []),
  ];
  return ` Since its power came: ${says.join('; ')}.`;
}
