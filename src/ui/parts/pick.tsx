'use client';

import MenuItem from '@mui/material/MenuItem';
import TextField from '@mui/material/TextField';
import type { ReactNode } from 'react';

/** A word in a sentence that can be another one. @param options words by the value that they stand for */
export function Pick({
  label,
  value,
  set,
  options,
}: {
  label: string;
  value: string;
  set: (v: string) => void;
  options: Record<string, ReactNode>;
}) {
  return (
    <TextField
      select
      value={value}
      onChange={(e) => set(e.target.value)}
      slotProps={{ select: { SelectDisplayProps: { 'aria-label': label } } }}
    >
      {Object.entries(options).map(([key, words]) => (
        <MenuItem key={key} value={key}>
          {words}
        </MenuItem>
      ))}
    </TextField>
  );
}
