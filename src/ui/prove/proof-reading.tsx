'use client';

import type { Cure, Finding } from '@/core/findings/finding';
import type { ProofPicture } from '@/core/exchange/proof/proof-json';
import { AIM_MS } from '@/core/prove/aims';
import { Findings } from '../parts/findings';
import { Reading } from '../parts/station';
import { intervalWords } from './proof-words';

/** The few numbers that matter, and the findings with what can be tried. */
export function ProofReading({
  proved,
  act,
  look,
}: {
  proved: ProofPicture;
  act: (cure: Cure) => void;
  look: (finding: Finding) => void;
}) {
  const { counts, latency, wires } = proved;
  const worst = wires.reduce((most, { worst: own }) => Math.max(most, own?.ms ?? 0), 0);
  const { missed } = counts;
  return (
    <>
      <Reading
        label="Missed"
        value={missed.of ? String(Math.round(100 * missed.rate)) : '–'}
        unit={missed.of ? '%' : undefined}
      >
        {missed.of
          ? `${missed.n} of ${missed.of}; ${intervalWords(missed)} with 95 %.`
          : 'No gesture was meant.'}
      </Reading>
      <Reading
        label="Late, 19 of 20 within"
        value={latency ? latency.p95.toFixed(1) : '–'}
        unit={latency ? 'ms' : undefined}
      >
        {latency
          ? `From a tenth of the rise until the note has left the wire. Half within ${latency.p50.toFixed(1)} ms; ${AIM_MS} are aimed at.`
          : 'No note answers a gesture of its own.'}
      </Reading>
      <Reading label="Longest queue on the wire" value={worst.toFixed(1)} unit="ms">
        {Math.max(0, ...wires.map((w) => w.busiestBytes))} bytes in the busiest second
        {wires.length > 0 ? ` of ${Math.round(Math.min(...wires.map((w) => w.carries)))}` : ''}.
      </Reading>
      <Findings findings={proved.findings} act={act} look={look} />
    </>
  );
}
