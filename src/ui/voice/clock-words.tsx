'use client';

import DeleteOutlined from '@mui/icons-material/DeleteOutlined';
import IconButton from '@mui/material/IconButton';
import { MOST_TEMPOS, type Clock } from '@/core/instrument/scenes';
import { withoutClock } from '@/core/instrument/with-scenes';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument, useLive } from '../hooks/use-session';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';
import styles from './scenes.module.css';

/** The clock that a board sends, where there is one: as it begins, between which tempos, and how it goes now. */
export function ClockWords() {
  const instrument = useInstrument();
  const change = useChangeInstrument();
  const { clock, boards } = instrument;
  const board = boards.findIndex(({ id }) => id === clock?.board);
  const tempo = useLive((s) => s.tick?.modes?.[board]?.tempo ?? null);
  if (!clock) return null;
  const set = (next: Partial<Clock>) =>
    change('clock', (own) => ({ ...own, clock: within({ ...clock, ...next }) }));
  const number = (label: string, field: 'bpm' | 'least' | 'most') => (
    <NumberField
      label={label}
      value={clock[field]}
      low={20}
      high={300}
      step={1}
      unit="beats a minute"
      set={(value) => set({ [field]: value })}
    />
  );
  return (
    <p className={styles.clock}>
      <span className={styles.sentence}>
        <b>MIDI clock</b>
        {boards.length > 1 && (
          <>
            of
            <Pick
              label="Board that sends the clock"
              value={clock.board}
              options={Object.fromEntries(boards.map(({ id, name }) => [id, name]))}
              set={(id) => set({ board: id })}
            />
          </>
        )}
        begins at {number('Tempo as it begins', 'bpm')} beats a minute, between
        {number('Slowest tempo', 'least')} and {number('Fastest tempo', 'most')}
        {tempo !== null && <strong>now {clock.least + tempo}</strong>}
      </span>
      <IconButton
        size="small"
        aria-label="Remove the clock"
        onClick={() => change('clock removed', withoutClock, true)}
      >
        <DeleteOutlined fontSize="small" />
      </IconButton>
    </p>
  );
}

/** What is typed last counts: the others give way. */
function within({ board, bpm, least, most }: Clock): Clock {
  const low = Math.min(least, bpm);
  const high = Math.min(Math.max(most, bpm), low + MOST_TEMPOS - 1);
  return { board, bpm: Math.min(bpm, high), least: low, most: Math.max(high, low) };
}
