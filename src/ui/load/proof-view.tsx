'use client';

import { grouped } from '../parts/words';
import { useProof } from './use-proof';
import styles from './load.module.css';

/** The round trip, proven on the maker's own takes. */
export function ProofView({ sensor }: { sensor: string }) {
  const state = useProof(sensor);
  switch (state.is) {
    case 'nothing':
      return <p className={styles.proof}>Record takes first; they are what the proof is played on.</p>;
    case 'running':
      return <p className={styles.proof}>Playing your takes on both…</p>;
    case 'failed':
      return (
        <p className={styles.proof} data-good="false" role="alert">
          The proof could not be made: {state.says}
        </p>
      );
    case 'done': {
      const { proof } = state;
      const by =
        proof.by === 'c-runtime'
          ? 'the board’s C runtime, compiled on this computer'
          : `the header read back (${proof.because})`;
      return (
        <p className={styles.proof} data-good={proof.identical} role="status">
          <strong>{grouped(proof.messages)}</strong> messages,{' '}
          {proof.identical ? 'identical' : `different from frame ${proof.firstDifference} on`}
          <small>
            {proof.share < 1
              ? `The first ${Math.max(1, Math.floor(100 * proof.share))} % of each of your takes`
              : 'Your takes'}
            , played by the bench and by {by}.
          </small>
        </p>
      );
    }
  }
}
