'use client';

import TextField from '@mui/material/TextField';
import { useState } from 'react';

/** A name that is typed: Enter, or leaving the field, takes it; Escape puts back what was there. */
export function NameField({ value, set }: { value: string; set: (name: string) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const take = () => {
    const name = typed?.trim();
    setTyped(null);
    if (name && name !== value) set(name);
  };
  return (
    <TextField
      value={typed ?? value}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Escape') setTyped(null);
        if (e.key === 'Enter') (e.target as HTMLElement).blur();
      }}
      slotProps={{
        htmlInput: {
          'aria-label': 'Name of the sensor',
          maxLength: 60,
          style: { fontWeight: 700, width: '15ch' },
        },
      }}
    />
  );
}
