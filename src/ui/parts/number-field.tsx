'use client';

import TextField from '@mui/material/TextField';
import { useRef, useState } from 'react';

interface Props {
  label: string;
  value: number;
  low: number;
  high: number;
  /** Least difference between two values; arrow keys step by it, with Shift by ten of it. */
  step?: number;
  set: (value: number) => void;
  /** Whether the label stands above the field; a sentence around it says it otherwise. */
  labelled?: boolean;
  disabled?: boolean;
}

/**
 * A number that is typed. Nothing happens while it is typed: Enter, or leaving the field, takes it; Escape puts back what
 * was there. Both leave the field, so that the page's keys work again. What is no number is put back too, and what lies
 * outside its limits is brought to the nearer one.
 */
export function NumberField({ label, value, low, high, step = 1, set, labelled = false, disabled }: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const escaped = useRef(false);
  const take = (wanted: number) => {
    setTyped(null);
    // Twelve digits: a tenth has no end in binary.
    const near = Number((Math.round(wanted / step) * step).toPrecision(12));
    const next = Math.min(high, Math.max(low, near));
    if (Number.isFinite(next) && next !== value) set(next);
  };
  const typedNumber = () => (typed === null || typed.trim() === '' ? NaN : Number(typed.replace(',', '.')));
  const by = (e: React.KeyboardEvent, sign: 1 | -1) => {
    e.preventDefault();
    const from = typedNumber();
    take((Number.isNaN(from) ? value : from) + sign * step * (e.shiftKey ? 10 : 1));
  };
  const leave = (e: React.KeyboardEvent) => (e.target as HTMLElement).blur();
  const keys: Record<string, (e: React.KeyboardEvent) => void> = {
    Enter: (e) => {
      e.preventDefault();
      leave(e);
    },
    Escape: (e) => {
      escaped.current = true;
      setTyped(null);
      leave(e);
    },
    ArrowUp: (e) => by(e, 1),
    ArrowDown: (e) => by(e, -1),
  };
  return (
    <TextField
      label={labelled ? label : undefined}
      value={typed ?? String(value)}
      disabled={disabled}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={() => {
        if (!escaped.current) take(typedNumber());
        escaped.current = false;
      }}
      onKeyDown={(e) => keys[e.key]?.(e)}
      onFocus={(e) => e.target.select()}
      slotProps={{
        htmlInput: {
          role: 'spinbutton',
          inputMode: Number.isInteger(step) ? 'numeric' : 'decimal',
          'aria-label': label,
          'aria-valuenow': value,
          'aria-valuemin': low,
          'aria-valuemax': high,
          style: {
            width: `${Math.max(String(high).length, String(value).length) + 2}ch`,
            fontFamily: 'var(--mono)',
            fontWeight: 600,
          },
        },
      }}
    />
  );
}
