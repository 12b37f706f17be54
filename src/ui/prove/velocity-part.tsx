'use client';

import type { ProofPicture } from '@/core/exchange/proof/proof-json';
import { MUCH_OVERLAP } from '@/core/calibrate/dynamics';
import styles from './prove.module.css';

/** How velocities spread by what was meant, and how far pitches lie off. */
export function VelocityPart({ proved: { velocities, pitch } }: { proved: ProofPicture }) {
  return (
    <>
      {velocities ? (
        <table className={styles.counts}>
          <thead>
            <tr>
              <th scope="col">Meant</th>
              <th scope="col">median velocity</th>
              <th scope="col">nine of ten lie in</th>
              <th scope="col">notes</th>
              <th scope="col">read no less than the next harder</th>
            </tr>
          </thead>
          <tbody>
            {velocities.spreads.map(({ dynamic, median, low, high, n }) => {
              const over = velocities.overlaps.find(({ softer }) => softer === dynamic);
              return (
                <tr key={dynamic} data-state={over && over.overlap > MUCH_OVERLAP ? 'doubt' : 'good'}>
                  <th scope="row">{dynamic}</th>
                  <td>{Math.round(median)}</td>
                  <td>
                    {Math.round(low)} … {Math.round(high)}
                  </td>
                  <td>{n}</td>
                  <td>{over ? `${Math.round(100 * over.overlap)} %` : '–'}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      ) : (
        <p className={styles.quiet}>
          Velocities are told apart where soft, medium and loud were played, and the voice has a velocity of
          its own.
        </p>
      )}
      {pitch ? (
        <p className={styles.figures}>
          <span>
            At the onset <b>{pitch.onset.median.toFixed(0)}</b> cents off, 19 of 20 within{' '}
            <b>{pitch.onset.p95.toFixed(0)}</b>
          </span>
          <span>
            Settled <b>{pitch.after.median.toFixed(0)}</b> cents off, 19 of 20 within{' '}
            <b>{pitch.after.p95.toFixed(0)}</b>
          </span>
          <span>{pitch.n} notes</span>
        </p>
      ) : (
        <p className={styles.quiet}>
          How far pitches lie off is told where it is known what was meant: choose a MIDI file of it above.
        </p>
      )}
    </>
  );
}
