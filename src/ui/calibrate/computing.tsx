import Button from '@mui/material/Button';
import styles from './calibrate.module.css';

/**
 * How far long work is, and a way to stop it.
 * @param share of it that is done, 0 … 1 @param what it is, for who cannot see it @param word on the button
 */
export function Computing({
  share,
  stop,
  what = 'Computing',
  word = 'Stop',
}: {
  share: number;
  stop: () => void;
  what?: string;
  word?: string;
}) {
  return (
    <div className={styles.progress}>
      <progress value={share} aria-label={what} />
      <Button onClick={stop}>{word}</Button>
    </div>
  );
}
