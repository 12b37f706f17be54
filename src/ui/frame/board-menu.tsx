'use client';

import dynamic from 'next/dynamic';
import { useState } from 'react';
import { useLive, useSession } from '../hooks/use-session';
import { MenuButton } from '../parts/menu-button';
import { notify } from '../parts/notice';
import { BAUDS, USUAL_BAUD } from '@/session/cable-state';
import { practises } from '@/session/live-state';
import styles from './frame.module.css';

/** Rarely asked for, so fetched when it is. */
const AnotherRate = dynamic(() => import('./another-rate').then((m) => m.AnotherRate), { ssr: false });

/** Bytes that no text has, from which a wrong baud rate is likely. */
const GARBLED = 0.2;

/** The board, how it does, and another one to choose. */
export function BoardMenu() {
  const session = useSession();
  const rate = useLive((s) => Math.round((s.tick?.rateHz ?? 0) / 10) * 10);
  const lost = useLive((s) => s.tick?.lost ?? 0);
  const broken = useLive((s) => s.broken);
  const cable = useLive((s) => s.cable);
  const says = useLive((s) => lineWords(s));
  const practice = useLive(practises);
  const replays = useLive((s) => s.replays);
  const [asking, setAsking] = useState(false);
  const connect = async (baud: number) => {
    setAsking(false);
    const refused = await session.connect(baud);
    if (refused) notify(refused);
  };
  const choices = [
    { key: 'practice', words: 'Practice board', chosen: practice, run: () => void session.practise() },
    ...BAUDS.map((baud) => ({
      key: String(baud),
      words: `Board on a cable, ${baud} baud${baud === USUAL_BAUD ? ': the sketch’s own' : ''}`,
      chosen: cable.is !== 'closed' && cable.baud === baud,
      run: () => void connect(baud),
    })),
    {
      key: 'another',
      words: 'Board on a cable, at another rate…',
      chosen: cable.is !== 'closed' && !BAUDS.includes(cable.baud),
      run: () => setAsking(true),
    },
  ];
  const state = broken || cable.is === 'gone' ? 'fault' : rate > 0 ? 'on' : 'off';
  return (
    <>
      <MenuButton
        button={(open) => (
          <button
            type="button"
            className={styles.board}
            aria-haspopup="menu"
            onClick={open}
            title="Choose another board"
          >
            <b>
              <i className={styles.dot} data-state={state} />
              {replays ??
                (practice ? 'Practice board' : cable.is === 'gone' ? 'Unplugged' : 'Board on the cable')}
            </b>
            <span>{says ?? `${rate} frames/s · ${lost} lost`}</span>
          </button>
        )}
        choices={choices}
      />
      {asking && <AnotherRate connect={(baud) => void connect(baud)} leave={() => setAsking(false)} />}
    </>
  );
}

/** What is wrong with the line, in a few words; null where nothing is. */
function lineWords({ tick, cable }: Parameters<Parameters<typeof useLive>[0]>[0]): string | null {
  if (cable.is === 'gone') return 'plug it in again';
  const line = tick?.line;
  if (!line) return null;
  if (line.garbled > GARBLED) return 'another baud rate: this is no text';
  if (line.bytes === 0) return 'nothing has come yet';
  if (line.lines + line.packets === 0) return 'no line of numbers yet';
  if (line.past > 0) return 'its counts are past this board’s bits';
  if (line.columns === 0) return 'none of its columns is this instrument’s';
  return null;
}
