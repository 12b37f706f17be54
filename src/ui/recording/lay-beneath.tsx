'use client';

import Button from '@mui/material/Button';
import Menu from '@mui/material/Menu';
import MenuItem from '@mui/material/MenuItem';
import { useState } from 'react';
import type { KeptRecording } from '@/store/database';
import { useWorkspace } from '../hooks/use-session';

/** Another recording beneath this one. */
export function LayBeneath({
  over,
  setOver,
  kept,
}: {
  over: KeptRecording | null;
  setOver: (recording: KeptRecording | null) => void;
  kept: string | null;
}) {
  const others = useWorkspace((s) => s.recordings).filter((r) => r.id !== kept);
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
