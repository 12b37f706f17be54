'use client';

import Button from '@mui/material/Button';
import dynamic from 'next/dynamic';
import { useKey } from '../hooks/use-key';
import type { Kind } from '@/core/kinds/kind';
import { withMore } from '@/core/plan/edit';
import { TypedAhead } from '../parts/typed-ahead';
import { useChangeInstrument } from '../hooks/use-change-sensor';
import { useSession, useWorkspace } from '../hooks/use-session';

/** Fetched when it is asked for: no first load carries it. */
const KindDialog = dynamic(() => import('./kind-dialog').then((m) => m.KindDialog), {
  ssr: false,
  loading: TypedAhead,
});

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
      {open && <KindDialog add={add} close={() => setOpen(false)} />}
    </>
  );
}
