'use client';

import { Choice } from './field';

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
  strong,
}: {
  label: string;
  value: string;
  set: (v: string) => void;
  options: Record<string, string>;
  labelled?: boolean;
  disabled?: boolean;
  strong?: boolean;
}) {
  return (
    <Choice
      label={labelled ? label : undefined}
      aria-label={labelled ? undefined : label}
      value={value}
      disabled={disabled}
      style={strong ? { fontWeight: 700, color: 'var(--ink)' } : undefined}
      onChange={(e) => set(e.target.value)}
    >
      {Object.entries(options).map(([key, words]) => (
        <option key={key} value={key}>
          {words}
        </option>
      ))}
    </Choice>
  );
}
