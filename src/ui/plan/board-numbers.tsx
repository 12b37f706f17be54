'use client';

import type { Board } from '@/core/instrument/board';
import { BOARD_NUMBERS, boardNumber, highestOf, withBoardNumber } from '@/core/plan/own-board';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { NumberField } from '../parts/number-field';
import styles from './plan.module.css';

/** What a board's own sheet says, to be typed where it is of none of the classes. */
export function BoardNumbers({ board }: { board: Board }) {
  const change = useChangeInstrument();
  return (
    <details className={styles.own}>
      <summary>{board.name}: its own numbers</summary>
      <div className={styles.facts}>
        {BOARD_NUMBERS.map((number) => (
          <label key={number.name}>
            {number.says}
            <span>
              <NumberField
                label={`${board.name}: ${number.says}`}
                value={boardNumber(board, number)}
                low={number.low}
                high={highestOf(board, number)}
                step={number.step ?? 1}
                unit={number.unit}
                set={(value) =>
                  change(`${number.says} of ${board.name}`, (instrument) =>
                    withBoardNumber(instrument, board.id, number, value),
                  )
                }
              />{' '}
              {number.unit}
            </span>
          </label>
        ))}
      </div>
    </details>
  );
}
