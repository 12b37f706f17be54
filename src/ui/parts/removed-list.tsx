'use client';

import Button from '@mui/material/Button';
import { counted } from '@/core/units/counted';
import { useSeconds } from '../hooks/use-seconds';
import { agoWords } from './words';
import styles from './removed-list.module.css';

/** Something that was removed, and how it comes back, or goes for good. */
export interface RemovedThing {
  key: string;
  name: string;
  /** What it is, in a word. */
  is: string;
  at: string;
  back: () => void;
  forGood?: () => void;
}

/** Where removed things lie until they are gone. Nothing is shown where nothing lies there. @param days how long they lie */
export function RemovedList({ things, days }: { things: readonly RemovedThing[]; days: number }) {
  const now = useSeconds();
  if (things.length === 0) return null;
  return (
    <details className={styles.removed}>
      <summary>
        {counted(things.length, 'removed thing')}, kept for {days} days
      </summary>
      <ul>
        {things.map(({ key, name, is, at, back, forGood }) => (
          <li key={key}>
            <b>{name}</b>
            <span>
              {is}, removed {now > 0 ? agoWords(now - Date.parse(at)) : ''}
            </span>
            <Button onClick={back}>Bring it back</Button>
            {forGood && (
              <Button color="error" onClick={forGood}>
                Remove for good
              </Button>
            )}
          </li>
        ))}
      </ul>
    </details>
  );
}
