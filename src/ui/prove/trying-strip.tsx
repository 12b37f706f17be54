'use client';

import Button from '@mui/material/Button';
import type { ProofPicture } from '@/core/exchange/proof/proof-json';
import type { Change } from '@/core/findings/change';
import type { Instrument } from '@/core/instrument/document';
import { triedWords } from '@/core/prove/tried-words';
import { ERRORS } from '@/core/prove/errors';
import { ERROR_WORDS } from './proof-words';
import styles from './prove.module.css';

/** A change that is tried on the same take: nothing is changed before it is made. */
export function TryingStrip({
  instrument,
  tries,
  proved,
  tried,
  make,
  leave,
}: {
  instrument: Instrument;
  tries: readonly Change[];
  proved: ProofPicture | null;
  tried: ProofPicture | null;
  make: () => void;
  leave: () => void;
}) {
  return (
    <div className={styles.trying} role="status">
      <b>Trying: {tries.map((own) => triedWords(instrument, own)).join('; ')}</b>
      <span>{proved && tried ? differenceWords(proved, tried) : 'playing it…'}</span>
      <Button variant="contained" onClick={make}>
        Make it&nbsp;<kbd>Enter</kbd>
      </Button>
      <Button variant="outlined" onClick={leave}>
        Leave it&nbsp;<kbd>⌫</kbd>
      </Button>
    </div>
  );
}

/** "missed 10 → 0, later by 0.4 ms": what is counted otherwise. */
function differenceWords(before: ProofPicture, now: ProofPicture): string {
  const counts = ERRORS.filter((is) => before.counts[is].n !== now.counts[is].n).map(
    (is) => `${ERROR_WORDS[is].name.toLowerCase()} ${before.counts[is].n} → ${now.counts[is].n}`,
  );
  const late = before.latency && now.latency ? now.latency.p95 - before.latency.p95 : 0;
  if (Math.abs(late) >= 0.1) counts.push(`${Math.abs(late).toFixed(1)} ms ${late < 0 ? 'sooner' : 'later'}`);
  return counts.length > 0 ? counts.join(', ') : 'what is counted stays the same';
}
