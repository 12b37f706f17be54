'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useChoice, useSession } from '../hooks/use-session';
import { keysAt, type KeyGroup } from './key-list';
import styles from './key-help.module.css';

/** The keys of a place on one screen, its own first. */
export function KeyPanel({ at, open, close }: { at: KeyGroup['at']; open: boolean; close: () => void }) {
  return (
    <Dialog open={open} onClose={close} maxWidth="md">
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

export function KeyHelp() {
  const { choice } = useSession();
  const open = useChoice((c) => c.keys);
  const page = useChoice((c) => c.page) as KeyGroup['at'];
  return <KeyPanel at={page} open={open} close={() => choice.setState({ keys: false })} />;
}
