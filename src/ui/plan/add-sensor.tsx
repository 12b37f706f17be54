'use client';

import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useKey } from '../hooks/use-key';
import { findKinds, KINDS } from '@/core/kinds/find-kinds';
import type { Kind } from '@/core/kinds/kind';
import { withMore } from '@/core/plan/edit';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useSession, useWorkspace } from '../hooks/use-session';
import styles from './plan.module.css';

/** Asks for a kind of sensor by typing any word that makers have for it, and adds one. */
export function AddSensor({ open, setOpen }: { open: boolean; setOpen: (open: boolean) => void }) {
  const { choice } = useSession();
  const readOnly = useWorkspace((s) => s.readOnly);
  const change = useChangeInstrument();
  useKey('k', () => setOpen(!readOnly), { preventDefault: true });
  const add = (kind: Kind) => {
    setOpen(false);
    change(`${kind.name} added`, (instrument) => {
      const more = withMore(instrument, { kind: kind.id });
      choice.setState({ sensor: more.sensors.at(-1)!.id, lane: 0 });
      return more;
    });
  };
  return (
    <>
      <Button variant="contained" onClick={() => setOpen(true)}>
        Add a sensor&nbsp;<kbd>K</kbd>
      </Button>
      <Dialog open={open} onClose={() => setOpen(false)} fullWidth maxWidth="sm">
        <DialogTitle>What do hands, breath or feet do?</DialogTitle>
        <DialogContent>
          <Autocomplete
            open
            autoHighlight
            disablePortal
            options={KINDS}
            getOptionLabel={(kind) => kind.name}
            filterOptions={(_, { inputValue }) => findKinds(inputValue)}
            noOptionsText="No kind is called so. Try what it does: blow, press, touch, strike, slide, turn."
            renderOption={({ key, ...own }, kind) => (
              <li key={key} {...own} className={`${own.className} ${styles.kind}`}>
                <span>
                  {kind.name} <small>{kind.family}</small>
                </span>
                <small>
                  {kind.calibration === null
                    ? 'planned and listened to; calibrating it comes later'
                    : kind.aka.slice(0, 3).join(', ')}
                </small>
              </li>
            )}
            onChange={(_, kind) => kind && add(kind)}
            onClose={(_, reason) => reason === 'escape' && setOpen(false)}
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
    </>
  );
}
