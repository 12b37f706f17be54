'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { keysAt } from './key-list';
import styles from './key-panel.module.css';

/** The keys of a place on one screen, its own first. */
export function KeyPanel({ at, close }: { at: string; close: () => void }) {
  return (
    <Dialog open onClose={close} maxWidth="md">
      <DialogTitle>Keys here, and everywhere</DialogTitle>
      <DialogContent tabIndex={0} className={styles.groups}>
        {keysAt(at).map(({ name, keys }) => (
          <section key={name}>
            <h3>{name}</h3>
            <dl>
              {keys.map(([key, does]) => (
                <div key={key}>
                  <dt>
                    <kbd>{key}</kbd>
                  </dt>
                  <dd>{does}</dd>
                </div>
              ))}
            </dl>
          </section>
        ))}
      </DialogContent>
      <DialogActions>
        <Button variant="outlined" onClick={close}>
          Close
        </Button>
      </DialogActions>
    </Dialog>
  );
}
