'use client';

import FormControl from '@mui/material/FormControl';
import FormHelperText from '@mui/material/FormHelperText';
import Input, { type InputProps } from '@mui/material/Input';
import InputLabel from '@mui/material/InputLabel';
import { useId, type InputHTMLAttributes, type ReactNode } from 'react';

/** Attributes of the element that is typed into. */
type Typed = InputHTMLAttributes<HTMLInputElement | HTMLTextAreaElement>;

/**
 * A field that is typed into, its label close above. (MUI's own compound brings lists and menus along, which a first load need
 * not carry.)
 * @param helper a sentence under it @param refused why it was refused: said beside it, as an alert
 */
export function Field({
  label,
  helper,
  refused,
  typed,
  fullWidth,
  ...input
}: Omit<InputProps, 'error' | 'slotProps' | 'inputProps'> & {
  label?: string;
  helper?: ReactNode;
  refused?: string;
  typed?: Typed;
}) {
  const id = useId();
  const wrong = refused !== undefined;
  return (
    <FormControl variant="standard" error={wrong} disabled={input.disabled} fullWidth={fullWidth}>
      {label && <InputLabel htmlFor={id}>{label}</InputLabel>}
      <Input {...input} id={id} slotProps={{ input: typed }} />
      {wrong ? (
        <FormHelperText role="alert" className="beside">
          {refused}
        </FormHelperText>
      ) : (
        helper && <FormHelperText>{helper}</FormHelperText>
      )}
    </FormControl>
  );
}
