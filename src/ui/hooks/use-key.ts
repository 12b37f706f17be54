'use client';

import { useHotkeys, type Options } from 'react-hotkeys-hook';

/** Fields in which letters are typed; a slider is none. */
const TYPED = 'input:not([type="range"]), textarea, select, [role="combobox"], [contenteditable="true"]';

/** Whether an event's letters go into a field. */
export const typesInto = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest(TYPED) !== null;

/** A key of the bench: heard everywhere but in fields that are typed into, and on a slider all but the keys that move it. */
export function useKey(
  keys: string | readonly string[],
  run: Parameters<typeof useHotkeys>[1],
  options: Options = {},
): void {
  const ignoreEventWhen = ({ target, key }: KeyboardEvent) =>
    (!options.enableOnFormTags && typesInto(target)) ||
    (target instanceof HTMLInputElement && target.type === 'range' && /^(Arrow|Home|End|Page)/.test(key));
  useHotkeys(keys as string | string[], run, { ...options, enableOnFormTags: true, ignoreEventWhen });
}
