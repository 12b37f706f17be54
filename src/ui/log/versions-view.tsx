'use client';

import Button from '@mui/material/Button';
import Link from 'next/link';
import { useMemo, useState } from 'react';
import { changeWords } from '@/core/exchange/document/change-words';
import { counted } from '@/core/units/counted';
import type { KeptVersion } from '@/store/database';
import { backTo, MAIN_LINE, readVersion } from '@/store/versions';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useSession, useWorkspace } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { Headline } from '../parts/station';
import { dayOf, timeOf } from '../parts/day-words';
import { Branches } from './branches';
import { useVersionDigests } from './use-version-digests';
import styles from './log.module.css';

/** Versions that are drawn at once. */
const AT_ONCE = 30;

/** Every accepted state of the instrument: looked at, compared, taken back; branches for a trial. */
export function VersionsView() {
  const versions = useWorkspace((s) => s.versions);
  const [most, setMost] = useState(AT_ONCE);
  const [open, setOpen] = useState<number | null>(null);
  const shown = useMemo(() => versions.slice(0, most), [versions, most]);
  const onBoard = useVersionDigests(shown);
  return (
    <>
      <Headline
        says={
          versions.length === 0
            ? 'No version yet: each accept makes one, of a calibration, a curve, a board.'
            : `${counted(versions.length, 'version')}; any can be taken back.`
        }
      />
      <Branches />
      <ol className={styles.versions}>
        {shown.map((version) => (
          <li key={version.n}>
            <button
              type="button"
              aria-expanded={open === version.n}
              onClick={() => setOpen(open === version.n ? null : version.n)}
            >
              <b>{version.n}</b>
              <span>{version.says}</span>
              {version.branch !== MAIN_LINE && <em>{version.branch}</em>}
              {onBoard.has(version.n) && <mark>on the board</mark>}
              <time dateTime={version.at}>
                {dayOf(version.at)}, {timeOf(version.at)}
              </time>
            </button>
            {open === version.n && <OpenVersion version={version} />}
          </li>
        ))}
      </ol>
      {versions.length > most && (
        <button type="button" className={styles.more} onClick={() => setMost(most + AT_ONCE)}>
          {versions.length - most} earlier ones
        </button>
      )}
    </>
  );
}

/** What a version changed, and what is otherwise now; from here it is taken back. */
function OpenVersion({ version }: { version: KeptVersion }) {
  const now = useInstrument();
  const { id } = useSession();
  const change = useChangeInstrument();
  const readOnly = useWorkspace((s) => s.readOnly);
  const read = useMemo(() => readVersion(version), [version]);
  if (!read.ok)
    return (
      <p className={styles.quiet}>
        This version cannot be read: {read.faults[0].path} {read.faults[0].says}
      </p>
    );
  const since = changeWords(read.value, now);
  const take = () => {
    const done = change(`back to version ${version.n}`, (before) => backTo(before, read.value), true);
    if (done) notify(`Version ${version.n} plays again. Ctrl+Z takes it back.`);
  };
  return (
    <div className={styles.open}>
      <div className={styles.bar}>
        <Button variant="contained" disabled={readOnly || since.length === 0} onClick={take}>
          Take it back
        </Button>
        <Button variant="outlined" component={Link} href={`/i/${id}/prove`} disabled={since.length === 0}>
          Prove it against now
        </Button>
        <small>There under Against another state: what it plays otherwise on your own take.</small>
      </div>
      <section>
        <h3>It changed</h3>
        <Lines lines={version.changes} none="Nothing that is told." />
      </section>
      <section>
        <h3>Since then, until now</h3>
        <Lines lines={since} none="Nothing: this is how it is now." />
      </section>
    </div>
  );
}

/** Lines that are shown of many. */
const MOST_LINES = 12;

function Lines({ lines, none }: { lines: readonly string[]; none: string }) {
  if (lines.length === 0) return <p className={styles.quiet}>{none}</p>;
  return (
    <ul className={styles.changes}>
      {lines.slice(0, MOST_LINES).map((line, i) => (
        <li key={i}>{line}</li>
      ))}
      {lines.length > MOST_LINES && <li>and {lines.length - MOST_LINES} more</li>}
    </ul>
  );
}
