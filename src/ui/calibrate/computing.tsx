import Button from '@mui/material/Button';
import LinearProgress from '@mui/material/LinearProgress';
import styles from './calibrate.module.css';

/** How far a computation is, and a way to stop it. */
export function Computing({ share, stop }: { share: number; stop: () => void }) {
  return (
    <div className={styles.progress}>
      <LinearProgress variant="determinate" value={100 * share} aria-label="Computing" />
      <Button onClick={stop}>Stop</Button>
    </div>
  );
}
