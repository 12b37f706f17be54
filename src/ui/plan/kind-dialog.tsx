'use client';

import Autocomplete from '@mui/material/Autocomplete';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { findKinds, KINDS } from '@/core/kinds/find-kinds';
import type { Kind } from '@/core/kinds/kind';
import { useState } from 'react';
import { useTypedAhead } from '../parts/typed-ahead';
import styles from './plan.module.css';

/** Asks for a kind of sensor. */
export function KindDialog({ add, close }: { add: (kind: Kind) => void; close: () => void }) {
  const [typed, setTyped] = useState('');
  useTypedAhead((text, entered) => {
    const [first] = findKinds(text);
    if (entered && first) add(first);
    else setTyped(text);
  });
  return (
    <Dialog open onClose={close} fullWidth maxWidth="sm">
      <DialogTitle>What do hands, breath or feet do?</DialogTitle>
      <DialogContent>
        <Autocomplete
          open
          autoHighlight
          disablePortal
          options={KINDS}
          getOptionLabel={(kind) => kind.name}
          filterOptions={() => findKinds(typed)}
          inputValue={typed}
          onInputChange={(_, text, reason) => reason !== 'reset' && setTyped(text)}
          noOptionsText="No kind is called so. Try what it does: blow, press, touch, strike, slide, turn."
          renderOption={({ key, ...own }, kind) => (
            <li key={key} {...own} className={`${own.className} ${styles.kind}`}>
              <span>
                {kind.name} <small>{kind.family}</small>
              </span>
              <small>{kind.aka.slice(0, 3).join(', ')}</small>
            </li>
          )}
          onChange={(_, kind) => kind && add(kind)}
          onClose={(_, reason) => reason === 'escape' && close()}
          slotProps={{ listbox: { style: { maxHeight: 400 } } }}
          renderInput={(params) => (
            <TextField
              {...params}
              autoFocus
              label="Kind of sensor"
              placeholder="knob, button, piezo, joystick, breath …"
            />
          )}
          sx={{ minHeight: 470 }}
        />
      </DialogContent>
    </Dialog>
  );
}
