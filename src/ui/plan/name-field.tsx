'use client';

import { useState } from 'react';
import { Field } from '../parts/field';

/** A name that is typed: Enter, or leaving the field, takes it; Escape puts back what was there, and so does an empty one, which says so. */
export function NameField({
  value,
  set,
  of = 'the sensor',
}: {
  value: string;
  set: (name: string) => void;
  of?: string;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [empty, setEmpty] = useState(false);
  const take = () => {
    const name = typed?.trim();
    setTyped(null);
    setEmpty(name === '');
    if (name && name !== value) set(name);
  };
  return (
    <Field
      value={typed ?? value}
      refused={empty ? `A name is needed. ${value} stays.` : undefined}
      onChange={(e) => {
        setTyped(e.target.value);
        setEmpty(false);
      }}
      onBlur={take}
      onKeyDown={(e) => {
        if (e.key === 'Escape') setTyped(null);
        if (e.key === 'Enter') (e.target as HTMLElement).blur();
      }}
      aria-label={`Name of ${of}`}
      maxLength={60}
      style={{ fontWeight: 700, width: '15ch' }}
    />
  );
}
