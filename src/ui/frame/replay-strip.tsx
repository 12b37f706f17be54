'use client';

import { useSymbolKey } from '../hooks/use-key';
import type { ReplayCommand } from '@/board/replay';
import { useLive, useSession } from '../hooks/use-session';
import { Pick } from '../parts/pick';
import styles from './frame.module.css';

const SPEEDS: Record<string, string> = {
  '0.1': 'a tenth as fast',
  '0.25': 'a quarter as fast',
  '0.5': 'half as fast',
  '1': 'as it was played',
  '2': 'twice as fast',
  '4': 'four times as fast',
};

/** What a recording that stands in for the board does, and what it can be told: on every page while it does. */
export function ReplayStrip() {
  const session = useSession();
  const replays = useLive((s) => s.replays);
  const replay = useLive((s) => s.tick?.replay ?? null);
  const say = (command: ReplayCommand) => session.say({ is: 'replay', do: command });
  const going = (replay?.speed ?? 0) > 0;
  const pause = () => say({ is: 'speed', speed: going ? 0 : 1 });
  const enabled = replays !== null;
  useSymbolKey([','], pause, { enabled });
  useSymbolKey(['.'], () => say({ is: 'step' }), { enabled });
  if (replays === null || !replay) return null;
  return (
    <section className={styles.replay} aria-label="Recording played again">
      <button type="button" onClick={pause}>
        {going ? 'Stand' : 'Go on'} <kbd>,</kbd>
      </button>
      <button type="button" onClick={() => say({ is: 'step' })}>
        One frame <kbd>.</kbd>
      </button>
      <input
        type="range"
        aria-label="Time of the recording"
        aria-valuetext={`${(replay.atUs / 1e6).toFixed(2)} s`}
        min={0}
        max={replay.endUs}
        step={1000}
        value={replay.atUs}
        onChange={(e) => say({ is: 'to', us: Number(e.target.value) })}
      />
      <code>
        {(replay.atUs / 1e6).toFixed(2)} of {(replay.endUs / 1e6).toFixed(2)} s
      </code>
      <Pick
        label="Speed"
        value={String(going ? replay.speed : 1)}
        set={(speed) => say({ is: 'speed', speed: Number(speed) })}
        options={SPEEDS}
      />
      <button type="button" onClick={() => void session.practise()}>
        Back to the practice board
      </button>
    </section>
  );
}
