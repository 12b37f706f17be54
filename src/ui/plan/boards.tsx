'use client';

import dynamic from 'next/dynamic';
import { Fragment } from 'react';
import { classOf } from '@/core/plan/board-classes';
import type { Fit } from '@/core/plan/solve';
import { takeFit } from '@/core/plan/take-fit';
import { counted } from '@/core/units/counted';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useInstrument } from '../hooks/use-session';
import { notify } from '../parts/notice';
import { BoardNumbers } from './board-numbers';
import { WhenSeen } from '../parts/when-seen';
import { moneyWords, numberWords } from './number-words';
import styles from './plan.module.css';

/** Seldom opened, so fetched when it is. */
const PowerUpPins = dynamic(() => import('./power-up-pins').then((m) => m.PowerUpPins));

/** The classes of boards, the best first, each with what it would take; those that do not fit say why. */
export function Boards({ fits }: { fits: readonly Fit[] }) {
  const instrument = useInstrument();
  const change = useChangeInstrument();
  const own = classOf(instrument.boards[0])?.id;
  const take = (fit: Fit) => {
    const before = instrument.sensors.filter((s) => s.calibration).length;
    const next = takeFit(instrument, fit);
    if (!change(`${fit.board.name} taken`, () => next, true)) return;
    const lost = before - next.sensors.filter((s) => s.calibration).length;
    notify(
      lost > 0
        ? `${fit.board.name}. ${counted(lost, 'calibration')} in other counts kept aside: they come back with such a board.`
        : `${fit.board.name}. Ctrl+Z takes it back.`,
    );
  };
  return (
    <section className={styles.boards} aria-label="Boards">
      <h2>Boards that could serve it</h2>
      <ul>
        {fits.map((fit) => (
          <li key={fit.board.id}>
            <button
              type="button"
              onClick={() => take(fit)}
              data-way={fit.way ?? 'none'}
              aria-pressed={own === fit.board.id}
            >
              <b>{fit.board.name}</b>
              <span>{wayWords(fit)}</span>
              <span>{fit.way && fit.rate ? `${numberWords(fit.rate.value)} Hz` : ''}</span>
              <span>{moneyWords(fit.cost)}</span>
            </button>
          </li>
        ))}
      </ul>
      <p className={styles.note}>
        Classes, by what they can do; the rate is the fastest scan, the last column what it costs, invented.
        Open a board’s own numbers to type those of its sheet.
      </p>
      {instrument.boards.map((board) => (
        <Fragment key={board.id}>
          <BoardNumbers board={board} />
          <WhenSeen label={`${board.name}: held at power-up`}>
            <PowerUpPins board={board} />
          </WhenSeen>
        </Fragment>
      ))}
    </section>
  );
}

function wayWords({ way, boards, chips, lacks }: Fit): string {
  if (way === 'alone') return 'fits alone';
  if (way === 'boards') return `${boards.length} of them in series. ${lacks}`;
  if (way === null) return `does not fit. ${lacks}`;
  const added = [
    ...(chips.multiplexers > 0 ? [counted(chips.multiplexers, 'multiplexer')] : []),
    ...(chips.expanders > 0 ? [counted(chips.expanders, 'expander')] : []),
  ];
  return `with ${added.join(' and ')}. ${lacks}`;
}
