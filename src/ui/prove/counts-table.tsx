'use client';

import { ERRORS, type ErrorKind } from '@/core/prove/errors';
import type { ProofPicture } from '@/core/exchange/proof/proof-json';
import { countWords, ERROR_WORDS, intervalWords } from './proof-words';
import styles from './prove.module.css';

/** What was counted, and beside it what a change would make of it. */
export function CountsTable({
  proved,
  tried,
  look,
}: {
  proved: ProofPicture;
  tried: ProofPicture | null;
  /** Goes to the first, or the next, of a sort. */
  look: (is: ErrorKind) => void;
}) {
  const { gestures } = proved;
  // Which of several lanes was meant is known, but not which note.
  const knows =
    gestures.some(({ note }) => note !== null) || new Set(gestures.map(({ lane }) => lane)).size > 1;
  const told = (is: ErrorKind) => is !== 'wrong' || knows;
  return (
    <table className={styles.counts}>
      <thead>
        <tr>
          <th scope="col">Counted</th>
          <th scope="col">As it is</th>
          <th scope="col">May truly be</th>
          {tried && <th scope="col">With the change</th>}
          <th scope="col">What that is</th>
        </tr>
      </thead>
      <tbody>
        {ERRORS.map((is) => {
          const count = proved.counts[is];
          return (
            <tr key={is} data-state={count.n === 0 ? 'good' : is === 'passing' ? 'doubt' : 'fault'}>
              <th scope="row">
                {count.n === 0 ? (
                  ERROR_WORDS[is].name
                ) : (
                  <button type="button" onClick={() => look(is)}>
                    {ERROR_WORDS[is].name}
                  </button>
                )}
              </th>
              <td>{told(is) ? countWords(count) : '–'}</td>
              <td>{told(is) ? intervalWords(count) : 'pitch is not told'}</td>
              {tried && (
                <td data-tried={changeOf(count.n, tried.counts[is].n)}>{countWords(tried.counts[is])}</td>
              )}
              <td>{ERROR_WORDS[is].says}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}

const changeOf = (before: number, now: number) => (now < before ? 'better' : now > before ? 'worse' : 'same');
