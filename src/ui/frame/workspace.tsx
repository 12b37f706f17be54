'use client';

import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import Link from 'next/link';
import { useEffect, useState, type ReactNode } from 'react';
import { ErrorBoundary } from 'react-error-boundary';
import { useStore } from 'zustand';
import { lockOf } from '@/store/removed';
import { firstTrouble } from '@/store/trouble';
import { SessionContext } from '../hooks/use-session';
import { FootStrip } from './foot-strip';
import { Glance } from './glance';
import { KeyHelp } from './key-help';
import { notify } from '../parts/notice';
import { Keys } from './keys';
import { Ruler } from './ruler';
import { SensorList } from './sensor-list';
import { Session } from '@/session/session';
import styles from './frame.module.css';

/** Rarely there, so fetched when it is. */
const ButtonStrip = dynamic(() => import('./button-strip').then((m) => m.ButtonStrip), { ssr: false });
const ReplayStrip = dynamic(() => import('./replay-strip').then((m) => m.ReplayStrip), { ssr: false });

/** The frame around an instrument's pages: ruler, sensors, the page, foot strip. Lives as long as the instrument is open. */
export function Workspace({ id, children }: { id: string; children: ReactNode }) {
  const session = useOpened(id);
  return session ? <Opened session={session}>{children}</Opened> : <Message words="Opening…" />;
}

/** Opens the instrument, for changing in the first tab that asks and for looking in any other. */
function useOpened(id: string): Session | null {
  const [session, setSession] = useState<Session | null>(null);
  useEffect(() => {
    let opened: Session | null = null;
    let left = false;
    let release = () => {};
    const open = (readOnly: boolean) => {
      if (left) return;
      opened = new Session(id, readOnly, notify);
      const made = opened;
      void made
        .open()
        .catch((error: unknown) => made.live.setState({ broken: brokenWords(error) }))
        .finally(() => setSession(made));
    };
    const held = new Promise<void>((resolve) => (release = resolve));
    // Over plain http from another machine the browser has no locks: two tabs cannot be told apart there (docs/formats.md).
    if (!navigator.locks) open(false);
    else
      void navigator.locks.request(lockOf(id), { ifAvailable: true }, (lock) => {
        open(lock === null);
        return lock === null ? undefined : held;
      });
    return () => {
      left = true;
      void (opened?.close() ?? Promise.resolve()).finally(release);
    };
  }, [id]);
  return session;
}

function Opened({ session, children }: { session: Session; children: ReactNode }) {
  const { status, troubles, readOnly } = useStore(session.workspace.store);
  const trouble = firstTrouble(troubles);
  const broken = useStore(session.live, (s) => s.broken);
  const replays = useStore(session.live, (s) => s.replays !== null);
  const button = useStore(session.live, (s) => (s.tick?.button ?? null) !== null);
  if (status === 'missing')
    return (
      <Message words="This instrument is not on this bench. Nothing was lost; it may have been removed, or opened in another browser." />
    );
  if (status !== 'open') return <Message words={trouble ?? broken ?? 'Opening…'} />;
  const banner =
    trouble ??
    broken ??
    (readOnly
      ? 'This instrument is open in another tab. You can look and listen here; changes are made there. Close that tab and reload to work here.'
      : isSecureContext
        ? null
        : INSECURE);
  return (
    <SessionContext value={session}>
      <Keys />
      <a href="#work" className={styles.skip}>
        Skip to the work
      </a>
      <div className={styles.frame}>
        <Ruler />
        <SensorList />
        <div className={styles.page}>
          {banner && (
            <p className={styles.banner} role="alert">
              {banner}
            </p>
          )}
          <ErrorBoundary
            fallbackRender={({ error, resetErrorBoundary }) => (
              <Broken error={error} again={resetErrorBoundary} />
            )}
          >
            {children}
          </ErrorBoundary>
          {replays && <ReplayStrip />}
          {button && <ButtonStrip />}
        </div>
        <FootStrip />
      </div>
      <Glance />
      <KeyHelp />
    </SessionContext>
  );
}

const INSECURE =
  'Over plain http the browser gives this page no cable, no MIDI port, and no way to tell a second tab. Use https, or this machine’s own address; keep one tab open.';

const brokenWords = (error: unknown): string =>
  `This page could not be opened (${error instanceof Error ? error.message : String(error)}). Your instrument is kept; reload the page.`;

function Message({ words }: { words: string }) {
  return (
    <main className={styles.message}>
      <title>Cheironom</title>
      <p>{words}</p>
      <Link href="/">To the bench</Link>
    </main>
  );
}

function Broken({ error, again }: { error: unknown; again: () => void }) {
  return (
    <div className={styles.message} role="alert">
      <p>
        This page broke ({error instanceof Error ? error.message : String(error)}). Your instrument is kept.
      </p>
      <Button onClick={again}>Draw it again</Button>
    </div>
  );
}
