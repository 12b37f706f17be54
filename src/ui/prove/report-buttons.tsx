'use client';

import Button from '@mui/material/Button';
import { REPORT_STYLE, reportBody, reportHtml, reportJson } from '@/core/exchange/proof/report';
import { proofOfPicture, type ProofPicture } from '@/core/exchange/proof/proof-json';
import { useInstrument } from '../hooks/use-session';
import { download } from '../parts/download';
import { MenuButton } from '../parts/menu-button';
import { printPage } from './print-page';
import type { MeantBy } from './use-proved';
import type { ProveSource } from './use-prove-source';

const MEANT: Record<MeantBy['is'], string> = {
  trace: 'the raw trace',
  marks: 'taps while it was played',
  file: 'a MIDI file',
};

/** A page that says what was proved: printed, or as a file. */
export function ReportButtons({
  proved,
  source,
  meant,
}: {
  proved: ProofPicture;
  source: ProveSource;
  meant: MeantBy;
}) {
  const instrument = useInstrument();
  const report = () => {
    const proof = proofOfPicture(proved);
    const at = new Date().toISOString();
    return reportJson(instrument, proof, {
      at,
      on: source.says,
      meantBy: MEANT[meant.is],
      sameOnBoard: null,
    });
  };
  const name = `${instrument.id}-proof`;
  const print = () => printPage(reportBody(report()), REPORT_STYLE);
  return (
    <MenuButton
      button={(show) => (
        <Button variant="outlined" aria-haspopup="menu" onClick={show}>
          Report …
        </Button>
      )}
      choices={[
        { key: 'print', words: 'Print one page', run: print },
        {
          key: 'html',
          words: 'Save as HTML',
          run: () => download(`${name}.html`, reportHtml(report()), 'text/html'),
        },
        {
          key: 'json',
          words: 'Save as JSON',
          run: () => download(`${name}.json`, `${JSON.stringify(report(), null, 2)}\n`, 'application/json'),
        },
      ]}
    />
  );
}
