'use client';

import Button from '@mui/material/Button';
import type { KeptRecording } from '@/store/database';
import { useSensor, useTakesOf, useWorkspace } from '../hooks/use-session';
import { MenuButton } from '../parts/menu-button';
import { takeAsRecording } from './shown';

/** Another recording, or a take of the chosen sensor, beneath this one. */
export function LayBeneath({
  over,
  setOver,
  shown,
}: {
  over: KeptRecording | null;
  setOver: (recording: KeptRecording | null) => void;
  /** Id of what is looked at; null where it is not kept. */
  shown: string | null;
}) {
  const recordings = useWorkspace((s) => s.recordings);
  const { sensor } = useSensor();
  const takes = useTakesOf(sensor.id).map((take) => takeAsRecording(take, sensor.name));
  const others = [...recordings, ...takes].filter((r) => r.id !== shown);
  if (over) return <Button onClick={() => setOver(null)}>Without {over.name}</Button>;
  if (others.length === 0) return null;
  return (
    <MenuButton
      button={(open) => (
        <Button aria-haspopup="menu" onClick={open}>
          Lay another beneath
        </Button>
      )}
      choices={others.map((r) => ({ key: r.id, words: r.name, run: () => setOver(r) }))}
    />
  );
}
