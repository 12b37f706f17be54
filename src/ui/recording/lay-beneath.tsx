'use client';

import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import type { KeptRecording } from '@/store/database';
import { useSensor, useTakesOf, useWorkspace } from '../hooks/use-session';
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
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (over) return <Button onClick={() => setOver(null)}>Without {over.name}</Button>;
  if (others.length === 0) return null;
  return (
    <>
      <Button aria-haspopup="menu" onClick={(e) => setAnchor(e.currentTarget)}>
        Lay another beneath
      </Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {others.map((recording) => (
          <MenuItem
            key={recording.id}
            onClick={() => {
              setAnchor(null);
              setOver(recording);
            }}
          >
            {recording.name}
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
