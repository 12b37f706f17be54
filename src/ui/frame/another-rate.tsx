'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import { useState } from 'react';
import { NumberField } from '../parts/number-field';

/** Rates that a port can be asked for, baud. */
const [SLOWEST, FASTEST] = [300, 8_000_000];

/** A rate that stands in no list: what a sketch says in its own setup. */
export function AnotherRate({ connect, leave }: { connect: (baud: number) => void; leave: () => void }) {
  const [baud, setBaud] = useState(38_400);
  return (
    <Dialog open onClose={leave}>
      <DialogTitle>At the rate that your sketch says</DialogTitle>
      <DialogContent>
        <NumberField label="Baud" value={baud} low={SLOWEST} high={FASTEST} set={setBaud} /> baud
      </DialogContent>
      <DialogActions>
        <Button onClick={leave}>Leave it</Button>
        <Button variant="contained" onClick={() => connect(baud)}>
          Choose a port
        </Button>
      </DialogActions>
    </Dialog>
  );
}
