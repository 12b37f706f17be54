'use client';

import Autocomplete from '@mui/material/Autocomplete';
import Button from '@mui/material/Button';
import Dialog from '@mui/material/Dialog';
import DialogContent from '@mui/material/DialogContent';
import DialogTitle from '@mui/material/DialogTitle';
import TextField from '@mui/material/TextField';
import { useKey } from '../hooks/use-key';
import { GESTURE_FAMILIES, type Kind } from '@/core/kinds/kind';
import { findKind, kindIds } from '@/core/kinds/registry';
import { withMore } from '@/core/plan/edit';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useSession, useWorkspace } from '../hooks/use-session';

/** All kinds, in the order of their gesture families. */
const KINDS: Kind[] = kindIds()
  .map((id) => findKind(id)!)
  .sort((a, b) => GESTURE_FAMILIES.indexOf(a.family) - GESTURE_FAMILIES.indexOf(b.family));

/** Asks for a kind of sensor by typing a part of its name, and adds one. */
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
            renderOption={({ key, ...own }, kind) => (
              <li key={key} {...own}>
                {kind.name}&nbsp;<small style={{ color: 'var(--soft)' }}>{kind.family}</small>
              </li>
            )}
            onChange={(_, kind) => kind && add(kind)}
            onClose={(_, reason) => reason === 'escape' && setOpen(false)}
            slotProps={{ listbox: { style: { maxHeight: 320 } } }}
            renderInput={(params) => (
              <TextField {...params} autoFocus label="Kind of sensor" placeholder="type a part of its name" />
            )}
            sx={{ minHeight: 400, mt: 1 }}
          />
        </DialogContent>
      </Dialog>
    </>
  );
}
