'use client';

import { useRef, useState } from 'react';
import type { Result } from '@/core/result';
import { readNumber } from '@/core/units/typed-number';
import { Field } from './field';
import { refusalOf } from './typed';

interface Props {
  label: string;
  value: number;
  low: number;
  high: number;
  /** Arrow keys step by it, with Shift by ten of it. */
  step?: number;
  /** Whether it must be a whole number: where it steps by one, unless said. */
  whole?: boolean;
  /** That may be typed after it. */
  unit?: string;
  set: (value: number) => void;
  /** A number in the field's own words, and how they are read: notes have names. */
  words?: (value: number) => string;
  read?: (typed: string) => Result<number>;
  /** Whether the label stands above the field; a sentence around it says it otherwise. */
  labelled?: boolean;
  disabled?: boolean;
}

/**
 * A number that is typed. Nothing happens while it is typed: Enter, or leaving the field, takes it; Escape puts back what
 * was there. Both leave the field, so that the page's keys work again. What is no number, or lies outside its limits, is refused
 * beside the field, and what stood stays.
 */
export function NumberField(props: Props) {
  const { label, value, low, high, step = 1, whole = Number.isInteger(step), unit = '', set } = props;
  const { words = String, read, labelled = false, disabled } = props;
  const shown = words(value);
  const limits = { low, high, whole, unit, words, read: read ?? ((own: string) => readNumber(own, unit)) };
  /** What is typed and not taken yet, and why the last was refused. */
  const [typed, setTyped] = useState<string | null>(null);
  const [refused, setRefused] = useState<string | null>(null);
  const escaped = useRef(false);
  const putBack = () => setTyped(null);
  const take = (own: string) => {
    putBack();
    const refusal = refusalOf(own, limits);
    setRefused(refusal);
    const next = limits.read(own);
    if (refusal === null && next.ok && next.value !== value) set(next.value);
  };
  const by = (e: React.KeyboardEvent, sign: 1 | -1) => {
    e.preventDefault();
    const from = limits.read(typed ?? shown);
    const wanted = (from.ok ? from.value : value) + sign * step * (e.shiftKey ? 10 : 1);
    // Twelve digits: a tenth has no end in binary.
    const next = Math.min(high, Math.max(low, Number(wanted.toPrecision(12))));
    putBack();
    if (next !== value) set(next);
  };
  const leave = (e: React.KeyboardEvent) => (e.target as HTMLElement).blur();
  const keys: Record<string, (e: React.KeyboardEvent) => void> = {
    Enter: (e) => {
      e.preventDefault();
      leave(e);
    },
    Escape: (e) => {
      escaped.current = true;
      putBack();
      leave(e);
    },
    ArrowUp: (e) => by(e, 1),
    ArrowDown: (e) => by(e, -1),
  };
  return (
    <Field
      value={typed ?? shown}
      label={labelled ? label : undefined}
      disabled={disabled}
      refused={refused === null ? undefined : `${refused}. ${shown} stays.`}
      onChange={(e) => {
        setTyped(e.target.value);
        setRefused(null);
      }}
      onBlur={() => {
        if (!escaped.current && typed !== null && typed !== shown) take(typed);
        else putBack();
        escaped.current = false;
      }}
      onKeyDown={(e) => keys[e.key]?.(e)}
      onFocus={(e) => e.target.select()}
      role="spinbutton"
      inputMode={read ? 'text' : 'decimal'}
      aria-label={label}
      aria-valuenow={value}
      aria-valuetext={shown}
      aria-valuemin={low}
      aria-valuemax={high}
      style={{
        width: `${Math.max(words(high).length, shown.length) + 2}ch`,
        fontFamily: 'var(--mono)',
        fontWeight: 600,
      }}
    />
  );
}
