'use client';

import Button from '@mui/material/Button';
import type { Board, PowerUpPin } from '@/core/instrument/board';
import {
  doesOf,
  doing,
  freePins,
  newPowerUp,
  withPowerUp,
  POWER_UP_DOES,
  type PowerUpDoes,
} from '@/core/plan/power-up';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument } from '../hooks/use-session';
import { NumberField } from '../parts/number-field';
import { Pick } from '../parts/pick';
import styles from './plan.module.css';

/** Pins that a player holds to ground while the power comes, so that the instrument begins otherwise. */
export function PowerUpPins({ board }: { board: Board }) {
  const instrument = useInstrument();
  const change = useChangeInstrument();
  const own = board.powerUp ?? [];
  const put = (says: string, next: PowerUpPin[]) =>
    change(`${says}, ${board.name}`, (before) => withPowerUp(before, board.id, next));
  const set = (at: number, next: PowerUpPin) =>
    put(
      `pin ${next.pin} held at power-up`,
      own.map((p, i) => (i === at ? next : p)),
    );
  const fresh = newPowerUp(instrument, board);
  return (
    <details className={styles.own}>
      <summary>{board.name}: held at power-up</summary>
      <div className={styles.powerUp}>
        {own.map((pin, at) => (
          <p key={at}>
            <PowerUpSentence board={board} own={pin} set={(next) => set(at, next)} />
            <Button
              aria-label={`Take away pin ${pin.pin}`}
              onClick={() =>
                put(
                  `pin ${pin.pin} no longer held at power-up`,
                  own.filter((_, i) => i !== at),
                )
              }
            >
              Take away
            </Button>
          </p>
        ))}
      </div>
      <p className={styles.note}>
        {own.length === 0
          ? 'A pin led to ground by a switch, or held there while the power comes, begins another scene, channel or controller.'
          : 'A switch from the pin to ground; it is looked at once, when the power comes.'}{' '}
        {fresh ? (
          <Button variant="outlined" onClick={() => put('a pin held at power-up', [...own, fresh])}>
            Add a pin
          </Button>
        ) : board.pins ? (
          'No digital pin is left.'
        ) : (
          'Choose a class of board first: its pins are not told.'
        )}
      </p>
    </details>
  );
}

const WORDS: Record<PowerUpDoes, string> = { scene: 'scene', channel: 'channel', controller: 'controller' };

function PowerUpSentence({
  board,
  own,
  set,
}: {
  board: Board;
  own: PowerUpPin;
  set: (next: PowerUpPin) => void;
}) {
  const instrument = useInstrument();
  const does = doesOf(own);
  const pins = [...new Set([own.pin, ...freePins(instrument, board)])];
  const offers = POWER_UP_DOES.filter(
    (d) => d !== 'scene' || instrument.scenes.length > 1 || does === 'scene',
  );
  const number = (field: 'from' | 'channel' | 'controller', label: string) => {
    const [low, high] = does === 'channel' ? [1, 16] : [0, 127];
    return (
      <NumberField
        label={label}
        value={own[field] ?? low}
        low={low}
        high={high}
        set={(value) => set({ ...own, [field]: value })}
      />
    );
  };
  return (
    <span>
      Pin{' '}
      <Pick
        label="Pin"
        value={own.pin}
        options={Object.fromEntries(pins.map((name) => [name, name]))}
        set={(pin) => set({ ...own, pin })}
      />{' '}
      held: begins with{' '}
      <Pick
        label="What it does"
        value={does}
        options={Object.fromEntries(offers.map((d) => [d, WORDS[d]]))}
        set={(next) => set(doing(own, next as PowerUpDoes, instrument))}
      />{' '}
      {does === 'scene' ? (
        <Pick
          label="Scene"
          value={own.scene ?? ''}
          options={Object.fromEntries(instrument.scenes.map(({ id, name }) => [id, name]))}
          set={(scene) => set({ ...own, scene })}
        />
      ) : (
        <>
          {number(does, `New ${does}`)} in place of {number('from', `Former ${does}`)}
        </>
      )}
    </span>
  );
}
