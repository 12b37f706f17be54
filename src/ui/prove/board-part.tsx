'use client';

import Button from '@mui/material/Button';
import { useState } from 'react';
import type { CaptureCompared } from '@/core/prove/capture';
import type { Proof } from '@/core/exchange/firmware/proof';
import type { ChipProof, NoChip } from '@/core/exchange/proof/chip-proof';
import type { MidiEvent } from '@/core/midi/event';
import { messageWords } from '@/core/midi/words';
import type { Span } from '@/workers/desk';
import { useInstrument, useSession } from '../hooks/use-session';
import { askProof } from '../parts/ask-proof';
import { useFilePicker } from '../parts/use-file-picker';
import { grouped } from '../parts/words';
import { smfIn } from './source-bar';
import { askOf } from './use-proved';
import type { ProveSource } from './use-prove-source';
import styles from './prove.module.css';

type BoardProof = Proof & { chip: ChipProof[] | NoChip };

/** The board's own part: its compiled runtime, an 8-bit chip, and what came from the real one. */
export function BoardPart({ source, lookAt }: { source: ProveSource; lookAt: (evidence: Span) => void }) {
  const instrument = useInstrument();
  const [proof, setProof] = useState<BoardProof | string | null>(null);
  const [going, go] = useState(false);
  const play = async () => {
    go(true);
    setProof(
      await askProof<BoardProof>(instrument, [source.frames], { chip: true }).catch(
        (error: unknown) => `It could not be played: ${(error as Error).message}. Nothing was changed.`,
      ),
    );
    go(false);
  };
  return (
    <>
      <div className={styles.bar}>
        <Button variant="outlined" disabled={going} onClick={() => void play()}>
          {going ? 'Compiling and playing…' : 'Play it on the board’s runtime'}
        </Button>
        <span className={styles.quiet}>Compiled here, and run on an emulated 8-bit chip of 16 MHz.</span>
      </div>
      {typeof proof === 'string' && (
        <p className={styles.bad} role="alert">
          {proof}
        </p>
      )}
      {proof && typeof proof !== 'string' && <Played proof={proof} />}
      <Capture source={source} lookAt={lookAt} />
    </>
  );
}

function Played({
  proof: { by, because, messages, identical, firstDifference, chip },
}: {
  proof: BoardProof;
}) {
  return (
    <>
      <p className={styles.figures} role="status">
        <span className={identical ? styles.good : styles.bad}>
          <b>{grouped(messages)}</b> messages,{' '}
          {identical ? 'the same as on the bench' : `other ones from frame ${firstDifference} on`}
        </span>
        <span className={styles.quiet}>
          {by === 'c-runtime' ? 'by the C runtime, bytes and state' : `by the header read back: ${because}`}
        </span>
      </p>
      {'because' in chip ? (
        <p className={styles.quiet}>Not run on the 8-bit chip: {chip.because}.</p>
      ) : (
        <table className={styles.counts}>
          <thead>
            <tr>
              <th scope="col">8-bit chip</th>
              <th scope="col">program, of 32 KB</th>
              <th scope="col">memory, of 2 KB</th>
              <th scope="col">slowest scan</th>
              <th scope="col">on average</th>
              <th scope="col">Bytes</th>
            </tr>
          </thead>
          <tbody>
            {chip.map(({ board, flashBytes, memoryBytes, played }) => (
              <tr key={board}>
                <th scope="row">{board}</th>
                <td>{grouped(flashBytes)}</td>
                <td>{grouped(memoryBytes)}</td>
                <td>{played ? `${played.slowestMs.toFixed(2)} ms` : '–'}</td>
                <td>{played ? `${grouped(played.meanCycles)} cycles` : '–'}</td>
                <td>
                  {played
                    ? `${played.identical ? 'the same' : 'OTHERS'}, over ${grouped(played.frames)} frames`
                    : 'it does not fit on this chip'}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </>
  );
}

/** What came from the real board, laid over the bench. */
function Capture({ source, lookAt }: { source: ProveSource; lookAt: (evidence: Span) => void }) {
  const instrument = useInstrument();
  const session = useSession();
  const [found, setFound] = useState<CaptureCompared | string | null>(null);
  const [listens, listen] = useState(false);
  const lay = async (events: MidiEvent[] | string) => {
    if (typeof events === 'string') return setFound(events);
    const compared = await askOf(source, (analysis) => analysis.capture(source.key, instrument, events));
    setFound(
      compared ??
        `${events.length === 0 ? 'Nothing came in.' : 'It is of another tune:'} at least four notes, and half of those that were played here, must be found in it.`,
    );
  };
  const { open, field } = useFilePicker(
    'What came from the board',
    '.mid,.midi',
    ([file]) => void smfIn(file).then(lay),
  );
  const toggle = async () => {
    if (listens) {
      listen(false);
      return lay(session.endCapture());
    }
    const asked = await session.midi.ask((bytes) => session.comesIn(bytes));
    if ('refused' in asked && !asked.refused.startsWith('There is no')) return setFound(asked.refused);
    session.capture();
    listen(true);
  };
  return (
    <>
      <div className={styles.bar}>
        <Button variant={listens ? 'contained' : 'outlined'} onClick={() => void toggle()}>
          {listens ? 'End, and compare' : 'Listen to MIDI in'}
        </Button>
        <Button variant="outlined" onClick={open}>
          A MIDI file of the board
        </Button>
        {field}
        <span className={styles.quiet}>
          What the real board played of this very take: clocks are laid over each other, it may begin in the
          middle.
        </span>
      </div>
      {typeof found === 'string' && (
        <p className={styles.bad} role="alert">
          {found}
        </p>
      )}
      {found && typeof found !== 'string' && <Compared found={found} lookAt={lookAt} />}
    </>
  );
}

function Compared({ found, lookAt }: { found: CaptureCompared; lookAt: (evidence: Span) => void }) {
  const { same, differences, clock, jitterMs, fromUs, toUs } = found;
  return (
    <>
      <p className={styles.figures} role="status">
        <span className={differences.length === 0 ? styles.good : styles.bad}>
          <b>{grouped(same)}</b> messages the same
          {differences.length > 0 ? `, ${differences.length} not` : ''}
        </span>
        <span className={styles.quiet}>
          from {(Math.max(0, fromUs) / 1e6).toFixed(1)} to {(toUs / 1e6).toFixed(1)} s; clocks drift by{' '}
          {Math.abs(clock.ppm).toFixed(0)} ppm; nine of ten come within {jitterMs.toFixed(1)} ms of each other
        </span>
      </p>
      <ul className={styles.list}>
        {differences.slice(0, 60).map(({ tUs, is, bench, board }, i) => (
          <li key={i}>
            <button type="button" className={styles.link} onClick={() => lookAt({ fromUs: tUs, toUs: tUs })}>
              {(tUs / 1e6).toFixed(2)} s
            </button>{' '}
            {is === 'missing' && `${messageWords(bench!)} never came`}
            {is === 'more' && `${messageWords(board!)} came, and is not played here`}
            {is === 'other-value' && `${messageWords(bench!)} came as ${messageWords(board!)}`}
          </li>
        ))}
      </ul>
    </>
  );
}
