'use client';

import Button from '@mui/material/Button';
import { useMemo, useState } from 'react';
import type { VersionsJson } from '@/core/exchange/proof/proof-json';
import { readInstrument } from '@/core/exchange/document/instrument-json';
import type { Instrument } from '@/core/instrument/document';
import { ERRORS } from '@/core/prove/errors';
import type { Verdict } from '@/core/prove/versions';
import { noteName } from '@/core/midi/words';
import { readVersion } from '@/store/versions';
import type { Span } from '@/workers/desk';
import { useLatest } from '../hooks/use-latest';
import { useInstrument, useWorkspace } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { Pick } from '../parts/pick';
import { useFilePicker } from '../parts/use-file-picker';
import { ERROR_WORDS } from './proof-words';
import { askedBy, askOf, type MeantBy } from './use-proved';
import type { ProveSource } from './use-prove-source';
import styles from './prove.module.css';

interface Order {
  source: ProveSource;
  before: Instrument;
  now: Instrument;
  meant: MeantBy;
}

const compare = ({ source, before, now, meant }: Order): Promise<VersionsJson | null> =>
  askOf(source, (analysis) => analysis.versus(source.key, before, now, askedBy(source, meant)));

/** Steps of the history that are offered, the newest first. */
const MOST_STEPS = 12;
/** Versions of the log that are offered, the newest first. */
const MOST_VERSIONS = 40;

/** The instrument as it was, or as a file has it, on the same take. */
export function VersionsPart({
  source,
  meant,
  lookAt,
}: {
  source: ProveSource;
  meant: MeantBy;
  lookAt: (evidence: Span) => void;
}) {
  const now = useInstrument();
  const past = useWorkspace((s) => s.history!.past);
  const kept = useWorkspace((s) => s.versions);
  const [file, setFile] = useState<{ name: string; instrument: Instrument } | null>(null);
  const [wanted, want] = useState('0');
  const steps = useMemo(() => past.slice(-MOST_STEPS).reverse(), [past]);
  const options: Record<string, string> = {
    ...Object.fromEntries(steps.map(({ says }, i) => [String(i), `before: ${says}`])),
    ...Object.fromEntries(
      kept.slice(0, MOST_VERSIONS).map(({ n, says }) => [`version ${n}`, `version ${n}: ${says}`]),
    ),
    ...(file ? { file: file.name } : {}),
  };
  const chosen = wanted in options ? wanted : (Object.keys(options)[0] ?? '');
  const before = useMemo(() => {
    if (chosen === 'file') return file?.instrument;
    const version = kept.find(({ n }) => chosen === `version ${n}`);
    if (!version) return steps[Number(chosen)]?.value;
    const read = readVersion(version);
    return read.ok ? read.value : undefined;
  }, [chosen, file, kept, steps]);
  const order = useMemo(() => (before ? { source, before, now, meant } : null), [source, before, now, meant]);
  const versions = useLatest(order, compare);
  const read = async (from: File) => {
    const told = readInstrument(await from.text().catch(() => ''));
    if (!told.ok) return notify(`${from.name} is no instrument: ${told.faults[0].says}`);
    setFile({ name: from.name, instrument: told.value });
    want('file');
  };
  const { open, field } = useFilePicker(
    'Another state of the instrument',
    '.json',
    ([own]) => void read(own),
  );
  return (
    <>
      <div className={styles.bar}>
        {chosen !== '' && <Pick label="Before is" labelled value={chosen} set={want} options={options} />}
        <Button variant="outlined" onClick={open}>
          From a file
        </Button>
        {field}
        {chosen === '' && (
          <span className={styles.quiet}>
            Nothing was changed yet, and there is no version: take another state from a file.
          </span>
        )}
      </div>
      {versions && <Compared versions={versions} lookAt={lookAt} />}
    </>
  );
}

const VERDICTS: Record<Verdict, string> = {
  better: 'better',
  worse: 'worse',
  same: 'the same, as far as this take tells',
};

function Compared({ versions, lookAt }: { versions: VersionsJson; lookAt: (evidence: Span) => void }) {
  const { errors, latency, changes, changed, alike } = versions;
  return (
    <>
      <table className={styles.counts}>
        <thead>
          <tr>
            <th scope="col">Counted</th>
            <th scope="col">before</th>
            <th scope="col">now</th>
            <th scope="col">by chance</th>
            <th scope="col">So it is</th>
          </tr>
        </thead>
        <tbody>
          {ERRORS.map((is) => (
            <tr key={is}>
              <th scope="row">{ERROR_WORDS[is].name}</th>
              <td>{errors[is].before}</td>
              <td data-tried={errors[is].verdict}>{errors[is].now}</td>
              <td>{chanceWords(errors[is].chance)}</td>
              <td>{VERDICTS[errors[is].verdict]}</td>
            </tr>
          ))}
          {latency && (
            <tr>
              <th scope="row">Late</th>
              <td>–</td>
              <td data-tried={latency.verdict}>
                {latency.laterMs >= 0 ? '+' : '−'}
                {Math.abs(latency.laterMs).toFixed(1)} ms
              </td>
              <td>{chanceWords(latency.chance)}</td>
              <td>{VERDICTS[latency.verdict]}</td>
            </tr>
          )}
        </tbody>
      </table>
      <p className={styles.quiet}>
        {alike} notes are played alike, {changed} otherwise.
      </p>
      <ul className={styles.list}>
        {changes.slice(0, 60).map((change, i) => (
          <li key={i}>
            <button
              type="button"
              className={styles.link}
              onClick={() => lookAt({ fromUs: change.tUs, toUs: change.tUs })}
            >
              {(change.tUs / 1e6).toFixed(2)} s
            </button>{' '}
            {otherwiseWords(change)}
          </li>
        ))}
      </ul>
    </>
  );
}

const chanceWords = (chance: number): string =>
  chance >= 0.995 ? '–' : chance < 0.001 ? '< 0.1 %' : `${(100 * chance).toFixed(1)} %`;

function otherwiseWords({ is, before, now }: VersionsJson['changes'][number]): string {
  switch (is) {
    case 'gone':
      return `${noteName(before!.note)} is played no more`;
    case 'new':
      return `${noteName(now!.note)} is new`;
    case 'other-note':
      return `${noteName(before!.note)} is ${noteName(now!.note)} now`;
    case 'other-velocity':
      return `${noteName(now!.note)}: velocity ${before!.velocity} → ${now!.velocity}`;
    case 'other-time': {
      const ms = (now!.onUs - before!.onUs) / 1000;
      return `${noteName(now!.note)}: ${Math.abs(ms).toFixed(1)} ms ${ms < 0 ? 'sooner' : 'later'}`;
    }
  }
}
