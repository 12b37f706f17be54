'use client';

import { OWN_DIGEST } from '@/core/exchange/settings/own-digest';
import { useInstrument, useLive } from '../hooks/use-session';
import { Reading } from '../parts/station';

/** Frames a second, what was lost, and whose sketch sends them. */
export function Rate() {
  const { boards } = useInstrument();
  const [board] = boards;
  const rate = useLive((s) => Math.round((s.tick?.rateHz ?? 0) / 10) * 10);
  const lost = useLive((s) => s.tick?.lost ?? 0);
  const ours = useLive((s) => s.tick?.sketchIsOurs ?? null);
  const own = useLive((s) => s.tick?.line?.who?.digest === OWN_DIGEST);
  const scans = useLive((s) => s.tick?.line?.who?.scanHz ?? null);
  return (
    <Reading label="Rate" value={String(rate)} unit="frames/s">
      {lost === 0
        ? `None lost. The board is meant to give ${board.scanHz}.`
        : `${lost} lost by the frames’ own counter.`}
      {ours === true && ' Its sketch is of this instrument as it is.'}
      {own && ' It plays what its own button has measured.'}
      {ours === false &&
        !own &&
        ' Its sketch is of another instrument, or of this one before it was changed: send its settings in Load, or load it again, before you trust what it plays.'}
      {scans !== null && scans !== board.scanHz && ` It scans ${scans} times a second.`}
    </Reading>
  );
}
