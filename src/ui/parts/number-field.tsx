'use client';

import { useMemo, useRef } from 'react';
import { useForm } from 'react-hook-form';
import type { Result } from '@/core/result';
import { readNumber } from '@/core/units/typed-number';
import { Field } from './field';
import { refusalOf, type Typed } from './typed';

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
  const limits = useMemo(
    () => ({ low, high, whole, unit, words, read: read ?? ((typed: string) => readNumber(typed, unit)) }),
    [low, high, whole, unit, words, read],
  );
  // What is refused does not take the focus back: the page's keys go on.
  const form = useForm<Typed>({
    values: { typed: shown },
    ...{ reValidateMode: 'onSubmit', shouldFocusError: false },
  });
  const { register, handleSubmit, setValue, getValues, clearErrors, formState } = form;
  const escaped = useRef(false);
  const putBack = () => setValue('typed', shown);
  const take = handleSubmit(({ typed }) => {
    const next = limits.read(typed);
    putBack();
    if (next.ok && next.value !== value) set(next.value);
  }, putBack);
  const by = (e: React.KeyboardEvent, sign: 1 | -1) => {
    e.preventDefault();
    const from = limits.read(getValues('typed'));
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
  const field = register('typed', {
    onChange: () => clearErrors(),
    validate: (typed) => refusalOf(typed, limits) ?? true,
  });
  const refused = formState.errors.typed?.message;
  return (
    <Field
      {...field}
      label={labelled ? label : undefined}
      disabled={disabled}
      refused={refused && `${refused}. ${shown} stays.`}
      onBlur={(e) => {
        void field.onBlur(e);
        if (!escaped.current && getValues('typed') !== shown) void take();
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
