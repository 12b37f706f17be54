'use client';

import FormControl from '@mui/material/FormControl';
import InputLabel from '@mui/material/InputLabel';
import NativeSelect from '@mui/material/NativeSelect';
import { useId } from 'react';

/**
 * A word that can be another one.
 * @param options words by the value that they stand for @param labelled whether its label stands above it; a sentence around it says it otherwise
 */
export function Pick({
  label,
  value,
  set,
  options,
  labelled = false,
  disabled,
}: {
  label: string;
  value: string;
  set: (v: string) => void;
  options: Record<string, string>;
  labelled?: boolean;
  disabled?: boolean;
}) {
  const id = useId();
  return (
    <FormControl variant="standard" disabled={disabled}>
      {labelled && <InputLabel htmlFor={id}>{label}</InputLabel>}
      <NativeSelect
        id={id}
        value={value}
        onChange={(e) => set(e.target.value)}
        inputProps={labelled ? {} : { 'aria-label': label }}
      >
        {Object.entries(options).map(([key, words]) => (
          <option key={key} value={key}>
            {words}
          </option>
        ))}
      </NativeSelect>
    </FormControl>
  );
}
