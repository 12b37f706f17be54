'use client';

import Button from '@mui/material/Button';
import type { LogLine } from '@/core/exchange/record/log-lines';
import { picturesOf } from '@/store/pictures';
import { storageWords } from '@/store/trouble';
import { useInstrument, useSession } from '../hooks/use-session';
import { download } from '../parts/download';
import { MenuButton } from '../parts/menu-button';
import { notify } from '../parts/notice';
import { dayOf, timeOf } from '../parts/day-words';

/** The log as files that anyone can read: what is shown of it. */
export function LogExport({ lines }: { lines: readonly LogLine[] }) {
  const { id } = useSession();
  const { name, currency = '' } = useInstrument();
  const head = { name, currency, dayOf, timeOf };
  const told = (work: Promise<void>) =>
    void work.catch((e: unknown) => notify(`The log was not written. ${storageWords(e)}`));
  const html = async () => {
    const { logHtml } = await import('@/core/exchange/record/log-files');
    const { toBase64 } = await import('@/store/backup/records');
    const pictures = (await picturesOf(id)).map((p) => ({
      id: p.id,
      src: `data:${p.type};base64,${toBase64(p.bytes)}`,
    }));
    download(`${id}-log.html`, logHtml(lines, head, pictures), 'text/html');
  };
  const markdown = async () => {
    const { logMarkdown } = await import('@/core/exchange/record/log-files');
    const kept = await picturesOf(id);
    const pictures = kept.map((p) => ({ id: p.id, src: `pictures/${p.id}.${p.type.split('/')[1]}` }));
    const text = logMarkdown(lines, head, pictures);
    if (kept.length === 0) return download(`${id}-log.md`, text, 'text/markdown');
    const { strToU8, zipSync } = await import('fflate');
    const files = Object.fromEntries(kept.map(({ bytes }, i) => [pictures[i].src, bytes]));
    download(`${id}-log.zip`, Uint8Array.from(zipSync({ 'log.md': strToU8(text), ...files }, { level: 0 })));
  };
  return (
    <MenuButton
      button={(show) => (
        <Button variant="outlined" aria-haspopup="menu" disabled={lines.length === 0} onClick={show}>
          Save the log …
        </Button>
      )}
      choices={[
        { key: 'markdown', words: 'Markdown', run: () => told(markdown()) },
        { key: 'html', words: 'One page, HTML', run: () => told(html()) },
      ]}
    />
  );
}
