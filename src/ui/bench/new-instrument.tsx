'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { beginInstrument } from '@/store/bench';
import { storageWords } from '@/store/trouble';

/** Asks for a name; everything else is measured. */
export function NewInstrument({
  open,
  close,
  made,
}: {
  open: boolean;
  close: () => void;
  made: (id: string) => void;
}) {
  const [name, setName] = useState('');
  const [trouble, setTrouble] = useState<string | null>(null);
  const begin = async (e: React.FormEvent) => {
    e.preventDefault();
    if (name.trim() === '') return setTrouble('Give it a name, so that you find it again.');
    await beginInstrument(name.trim()).then(made, (error) => setTrouble(storageWords(error)));
  };
  return (
    <Dialog open={open} onClose={close} fullWidth maxWidth="xs">
      <form onSubmit={begin}>
        <DialogTitle>What is it called?</DialogTitle>
        <DialogContent>
          <TextField
            autoFocus
            fullWidth
            label="Name"
            value={name}
            onChange={(e) => setName(e.target.value)}
            error={trouble !== null}
            helperText={
              trouble ?? 'It begins with one breath gauge on a 12-bit board; a practice board stands in.'
            }
            slotProps={{ htmlInput: { maxLength: 60 } }}
          />
        </DialogContent>
        <DialogActions>
          <Button onClick={close}>Not now</Button>
          <Button type="submit" variant="contained">
            Begin
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
