import type { Instrument } from '../../instrument/document';
import { identityOf } from '../document/instrument-digest';
import { compile } from '../../compile/compile';
import { ERROR_NAMES, ERRORS } from '../../prove/errors';
import { round } from '../../units/round';
import { escapeHtml, PAGE_STYLE } from '../record/page';
import type { ProofJson } from './proof-json';

/** What a report is about, besides its counts. */
export interface ReportHead {
  /** ISO 8601. */
  at: string;
  /** What it was tried on: the take or recording. */
  on: string;
  /** By what it was told what was meant. */
  meantBy: string;
  /** Whether the board's C runtime sends the same bytes; null where that was not tried. */
  sameOnBoard: boolean | null;
}

/** A report as JSON: what was tried, counts with intervals, figures, boards, version, digest. */
export const reportJson = (instrument: Instrument, proof: ProofJson, head: ReportHead) => ({
  ...{ format: 'cheironom-proof', version: 1, at: head.at },
  instrument: { id: instrument.id, name: instrument.name, document: instrument.version },
  boards: instrument.boards.map((board) => ({
    ...{ id: board.id, name: board.name, bits: board.bits, scanHz: board.scanHz, midiBaud: board.midiBaud },
    digest: identityOf(instrument, board, compile(instrument, board)).digest,
  })),
  tried: { on: head.on, meantBy: head.meantBy, sameOnBoard: head.sameOnBoard },
  proof,
});

export type Report = ReturnType<typeof reportJson>;

const percent = (share: number) => `${round(100 * share, 1)} %`;

/** A report on one page, as HTML that needs nothing else. */
export const reportHtml = (report: Report): string =>
  `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><title>${escapeHtml(report.instrument.name)}: proof</title>
<style>${PAGE_STYLE}</style></head><body>
${reportBody(report)}
</body></html>
`;

/** What stands on that page. */
export function reportBody(report: Report): string {
  const { instrument, boards, tried, proof, at } = report;
  const row = (...cells: string[]) => `<tr>${cells.map((own) => `<td>${own}</td>`).join('')}</tr>`;
  const counts = ERRORS.map((is) => {
    const { n, of, interval } = proof.counts[is];
    const name = `${ERROR_NAMES[is]}s`;
    if (is === 'wrong' && n === 0 && !proof.pitch) return row(name, '–', 'which pitch was meant is not told');
    const truly =
      of === null
        ? `${interval.low.toFixed(1)} to ${interval.high.toFixed(1)} a minute`
        : of === 0
          ? 'nothing to count of'
          : `${percent(interval.low)} to ${percent(interval.high)}`;
    return row(name, of === null ? String(n) : `${n} of ${of}`, truly);
  });
  return `<h1>${escapeHtml(instrument.name)}</h1>
<p>Proved on ${escapeHtml(at.slice(0, 10))}, on ${escapeHtml(tried.on)}: ${round(proof.seconds, 1)} s, ${proof.intended} gestures that were meant, told by ${escapeHtml(tried.meantBy)}; ${proof.notes} notes.</p>
<h2>Counted</h2>
<table><thead>${row('', 'as it is', 'may truly be (95 %)')}</thead><tbody>${counts.join('')}</tbody></table>
${latencyHtml(proof)}${velocityHtml(proof)}
<h2>Wire</h2>
<table><thead>${row('board', 'messages', 'busiest second, bytes', 'longest queue, ms')}</thead><tbody>${proof.wires
    .map((w) =>
      row(
        escapeHtml(w.board),
        String(w.messages),
        `${w.busiestBytes} of ${Math.round(w.carries)}`,
        (w.worst?.ms ?? 0).toFixed(1),
      ),
    )
    .join('')}</tbody></table>
${findingsHtml(proof)}
<h2>Instrument</h2>
<table><thead>${row('board', 'bits', 'scans a second', 'digest')}</thead><tbody>${boards
    .map((b) => row(escapeHtml(b.name), String(b.bits), String(b.scanHz), b.digest))
    .join('')}</tbody></table>
<p>Document version ${instrument.document}. ${boardWords(tried.sameOnBoard)}</p>`;
}

const boardWords = (same: boolean | null): string =>
  same === null
    ? 'The board’s files were not played.'
    : same
      ? 'The board’s C runtime sends the same bytes.'
      : 'The board’s C runtime sends other bytes.';

function latencyHtml({ latency }: ProofJson): string {
  if (!latency) return '';
  const parts = Object.entries(latency.parts).map(([name, ms]) => `${name} ${ms.toFixed(1)}`);
  return `<h2>Latency</h2><p>From a tenth of the rise until the note has left the wire: half within <b>${latency.p50.toFixed(1)} ms</b>, 19 of 20 within <b>${latency.p95.toFixed(1)} ms</b>; ${latency.n} notes. On average ${latency.mean.toFixed(1)} ms: ${parts.join(', ')} ms. Once the threshold is passed it spreads over ${latency.boardJitter.toFixed(1)} ms.</p>`;
}

function velocityHtml({ velocities }: ProofJson): string {
  if (!velocities) return '';
  const rows = velocities.spreads.map(
    (s) =>
      `<tr><td>${s.dynamic}</td><td>${round(s.median, 1)}</td><td>${round(s.low, 0)} to ${round(s.high, 0)}</td><td>${s.n}</td></tr>`,
  );
  return `<h2>Velocities</h2><table><thead><tr><td></td><td>median</td><td>nine of ten</td><td>notes</td></tr></thead><tbody>${rows.join('')}</tbody></table>`;
}

const MOST_FINDINGS = 6;

function findingsHtml({ findings }: ProofJson): string {
  if (findings.length === 0) return '';
  const items = findings
    .slice(0, MOST_FINDINGS)
    .map(
      ({ says, causes }) =>
        `<li>${escapeHtml(says)} ${causes.length > 0 ? `Likely: ${escapeHtml(causes.join('; or '))}.` : ''}</li>`,
    );
  return `<h2>Found</h2><ul>${items.join('')}</ul>`;
}
