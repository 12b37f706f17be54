'use client';

import Button from '@mui/material/Button';
import { readSmf } from '@/core/midi/smf-read';
import type { ProofPicture } from '@/core/exchange/proof/proof-json';
import { counted } from '@/core/units/counted';
import { notify } from '../parts/notice';
import { Pick } from '../parts/pick';
import { useFilePicker } from '../parts/use-file-picker';
import { ReportButtons } from './report-buttons';
import { TapAlong } from './tap-along';
import type { MeantBy } from './use-proved';
import type { useProveSource } from './use-prove-source';
import styles from './prove.module.css';

/** Larger files of music are refused, bytes. */
const LARGEST = 4 * 1024 * 1024;

/** What is proved on, and by what it is told what was meant. */
export function SourceBar({
  sources: { options, value, choose, source, recording },
  meant,
  tell,
  proved,
}: {
  sources: ReturnType<typeof useProveSource>;
  meant: MeantBy;
  tell: (meant: MeantBy) => void;
  proved: ProofPicture | null;
}) {
  const read = async (file: File) => {
    const events = await smfIn(file);
    if (typeof events === 'string') notify(events);
    else tell({ is: 'file', name: file.name, events });
  };
  const { open, field } = useFilePicker(
    'MIDI file of what was meant',
    '.mid,.midi',
    ([file]) => void read(file),
  );
  if (!source) return null;
  return (
    <div className={styles.bar}>
      <Pick label="Proved on" labelled value={value} set={choose} options={options} />
      <Pick
        label="Meant is"
        labelled
        value={meant.is}
        set={(is) => is !== meant.is && tell(is === 'marks' ? { is: 'marks' } : { is: 'trace' })}
        options={{
          trace: 'what the trace does',
          ...(source.marks.length > 0
            ? { marks: `what you tapped, ${counted(source.marks.length, 'mark')}` }
            : {}),
          ...(meant.is === 'file' ? { file: meant.name } : {}),
          ...(meant.is === 'taps' ? { taps: `your ${counted(meant.marks.length, 'tap')} along it` } : {}),
        }}
      />
      <Button variant="outlined" onClick={open}>
        Meant by a MIDI file
      </Button>
      {field}
      {recording && <TapAlong recording={recording} tell={tell} />}
      {proved && <ReportButtons {...{ proved, source, meant }} />}
      {meant.is === 'file' && proved && <ClockWords proved={proved} />}
    </div>
  );
}

/** How the file was laid over what is played. */
function ClockWords({ proved: { clock } }: { proved: ProofPicture }) {
  if (!clock)
    return (
      <span className={styles.bad} role="alert">
        The file fits nothing that is played here: it is another tune. The trace tells what was meant.
      </span>
    );
  return (
    <span className={styles.quiet}>
      {clock.matched} of {clock.of} notes of the file are found; its clock goes{' '}
      {Math.abs(clock.ppm).toFixed(0)} ppm {clock.ppm < 0 ? 'faster' : 'slower'} than the board’s, and is
      followed.
    </span>
  );
}

/** The messages of a file, or one sentence on why there are none. */
export async function smfIn(file: File) {
  if (file.size > LARGEST) return `${file.name} is too large: ${LARGEST / 2 ** 20} MiB are the limit.`;
  const bytes = await file.arrayBuffer().catch((error: unknown) => String(error));
  if (typeof bytes === 'string') return `${file.name} cannot be read (${bytes}).`;
  const read = readSmf(new Uint8Array(bytes));
  return read.ok
    ? read.value.events
    : `${file.name} is no MIDI file that can be read: ${read.faults[0].path}, ${read.faults[0].says}. Nothing was changed.`;
}
