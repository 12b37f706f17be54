'use client';

import ArrowBack from '@mui/icons-material/ArrowBack';
import Link from 'next/link';
import { usePathname } from 'next/navigation';
import { useInstrument, useSession, useWorkspace } from '../hooks/use-session';
import { useSeconds } from '../hooks/use-seconds';
import { agoWords } from '../parts/words';
import { BoardMenu } from './board-menu';
import { useProgress } from './progress';
import { STATIONS } from './stations';
import styles from './frame.module.css';

/** The top of every page: the instrument, the stations in working order, the board. */
export function Ruler() {
  const { id } = useSession();
  const { name, about } = useInstrument();
  const path = usePathname();
  const done = useProgress();
  const here = STATIONS.find((s) => path.endsWith(`/${s.id}`))?.name ?? 'Run sheet';
  return (
    <header className={styles.ruler}>
      <title>{`${name} · ${here} · Cheironom`}</title>
      <div className={styles.title}>
        <Link href="/" aria-label="Back to the bench" title="Back to the bench (B)">
          <ArrowBack fontSize="small" />
        </Link>
        <Link href={`/i/${id}`} aria-label={`${name}, run sheet`}>
          <b>{name}</b>
          <Saved about={about} />
        </Link>
      </div>
      <nav aria-label="Stations">
        <ol className={styles.stations}>
          {STATIONS.map((s) => {
            const here = path.endsWith(`/${s.id}`);
            return (
              <li key={s.id}>
                <Link
                  href={`/i/${id}/${s.id}`}
                  aria-current={here ? 'page' : undefined}
                  className={here ? styles.here : done.has(s.id) ? styles.done : undefined}
                >
                  <small>{s.key}</small>
                  {s.name}
                </Link>
              </li>
            );
          })}
        </ol>
      </nav>
      <BoardMenu />
    </header>
  );
}

function Saved({ about }: { about: string }) {
  const { savedAt, troubles, readOnly } = useWorkspace((s) => s);
  const now = useSeconds();
  const kept = readOnly
    ? 'looking only'
    : troubles.saving
      ? 'not saved'
      : savedAt
        ? `saved ${agoWords(now - savedAt)}`
        : 'saving';
  return <span>{about ? `${kept} · ${about}` : kept}</span>;
}
