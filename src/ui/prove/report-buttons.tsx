'use client';

import Button from '@mui/material/Button';
import { proofOfPicture, type ProofPicture } from '@/core/exchange/proof/proof-json';
import { useInstrument } from '../hooks/use-session';
import { download } from '../parts/download';
import { MenuButton } from '../parts/menu-button';
import { printPage } from '../parts/print-page';
import type { MeantBy } from './use-proved';
import type { ProveSource } from './use-prove-source';

const MEANT: Record<MeantBy['is'], string> = {
  trace: 'the raw trace',
  marks: 'taps while it was played',
  taps: 'taps along it',
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
  /** The report, and what writes it: no first load carries that. */
  const made = async () => {
    const { reportBody, reportHtml, reportJson } = await import('@/core/exchange/proof/report');
    const { PAGE_STYLE } = await import('@/core/exchange/record/page');
    const at = new Date().toISOString();
    const head = { at, on: source.says, meantBy: MEANT[meant.is], sameOnBoard: null };
    const report = reportJson(instrument, proofOfPicture(proved), head);
    return { report, style: PAGE_STYLE, body: reportBody(report), html: reportHtml(report) };
  };
  const name = `${instrument.id}-proof`;
  const print = async () => {
    const { body, style } = await made();
    printPage(body, style);
  };
  const saveHtml = async () => download(`${name}.html`, (await made()).html, 'text/html');
  const saveJson = async () =>
    download(`${name}.json`, `${JSON.stringify((await made()).report, null, 2)}\n`, 'application/json');
  return (
    <MenuButton
      button={(show) => (
        <Button variant="outlined" aria-haspopup="menu" onClick={show}>
          Report …
        </Button>
      )}
      choices={[
        { key: 'print', words: 'Print one page', run: () => void print() },
        { key: 'html', words: 'Save as HTML', run: () => void saveHtml() },
        { key: 'json', words: 'Save as JSON', run: () => void saveJson() },
      ]}
    />
  );
}
