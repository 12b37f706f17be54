'use client';

import type { KnownReadings } from '@/core/ways/level/known/readings';
import { Reading } from '../parts/station';

/** What known weights or pressures said. */
export function KnownReading({
  known: { unit, atReach, residual, hysteresis, creep },
}: {
  known: KnownReadings;
}) {
  const percent = (share: number) => `${(100 * Math.max(0.001, share)).toFixed(share < 0.095 ? 1 : 0)} %`;
  const within = unit === 'N' ? percent(residual) : `${Math.max(0.01, residual).toFixed(2)} kPa`;
  return (
    <Reading
      label={unit === 'N' ? 'Reach in newtons' : 'Reach as a pressure'}
      value={atReach.toFixed(2)}
      unit={unit}
    >
      {`By what was ${unit === 'N' ? 'laid on it' : 'held'}, within ${within}.`}
      {hysteresis !== null &&
        hysteresis >= 0.005 &&
        ` On the way down it reads otherwise by ${percent(hysteresis)} of its way.`}
      {creep >= 0.005 && ` It creeps by ${percent(creep)} while a load lies there.`}
    </Reading>
  );
}
