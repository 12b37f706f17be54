'use client';

import Button from '@mui/material/Button';
import { useInstrument, useWorkspace } from '../hooks/use-session';
import { dayOf } from '../parts/day-words';
import { download } from '../parts/download';
import { MenuButton } from '../parts/menu-button';
import { printPage } from '../parts/print-page';

/** The calibration record: one page an instrument, for the case. */
export function RecordButton() {
  const instrument = useInstrument();
  const version = useWorkspace((s) => s.versions[0]?.n ?? null);
  /** What writes it is no part of a first load. */
  const made = async () => {
    const { recordBody, recordHtml } = await import('@/core/exchange/record/calibration-record');
    const { PAGE_STYLE } = await import('@/core/exchange/record/page');
    const body = recordBody(instrument, dayOf(new Date().toISOString()), version);
    return { body, style: PAGE_STYLE, html: recordHtml(instrument.name, body) };
  };
  const print = async () => {
    const { body, style } = await made();
    printPage(body, style);
  };
  const save = async () => download(`${instrument.id}-record.html`, (await made()).html, 'text/html');
  return (
    <MenuButton
      button={(show) => (
        <Button variant="outlined" aria-haspopup="menu" onClick={show}>
          Calibration record …
        </Button>
      )}
      choices={[
        { key: 'print', words: 'Print one page', run: () => void print() },
        { key: 'html', words: 'Save as HTML', run: () => void save() },
      ]}
    />
  );
}
