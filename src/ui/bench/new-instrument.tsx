'use client';

import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogActions from '@mui/material/DialogActions';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import FormControlLabel from '@mui/material/FormControlLabel';
import Radio from '@mui/material/Radio';
import RadioGroup from '@mui/material/RadioGroup';
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import { beginInstrument } from '@/store/bench';
import { BEGINNINGS } from '@/core/plan/beginnings';
import { storageWords } from '@/store/trouble';

/** Asks for a name and for what it begins with; everything else is planned and measured. */
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
  const [from, setFrom] = useState(BEGINNINGS[0].id);
  const begins = BEGINNINGS.find((b) => b.id === from);
  const [trouble, setTrouble] = useState<string | null>(null);
  const begin = async (e: React.FormEvent) => {
    e.preventDefault();
    if (name.trim() === '') return setTrouble('Give it a name, so that you find it again.');
    await beginInstrument(name.trim(), begins).then(made, (error) => setTrouble(storageWords(error)));
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
            helperText={trouble ?? 'A practice board stands in until yours is built.'}
            slotProps={{ htmlInput: { maxLength: 60 } }}
          />
          <RadioGroup
            aria-label="What it begins with"
            value={from}
            onChange={(e) => setFrom(e.target.value)}
            sx={{ mt: 2 }}
          >
            {BEGINNINGS.map((b) => (
              <FormControlLabel
                key={b.id}
                value={b.id}
                control={<Radio size="small" />}
                label={
                  <>
                    <b>{b.name}</b> {b.says}
                  </>
                }
              />
            ))}
          </RadioGroup>
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
