'use client';

import { useHotkeys, type Options } from 'react-hotkeys-hook';

type Run = Parameters<typeof useHotkeys>[1];

/** Fields in which letters are typed; a slider and what is ticked are none. */
const TYPED =
  'input:not([type="range"], [type="checkbox"], [type="radio"]), textarea, select, [role="combobox"], [contenteditable="true"]';

/** Whether an event's letters go into a field. */
export const typesInto = (target: EventTarget | null): boolean =>
  target instanceof Element && target.closest(TYPED) !== null;

/** Keys that move a slider, tick a box, or choose among radio buttons. */
const MOVES: Readonly<Record<string, RegExp>> = {
  range: /^(Arrow|Home|End|Page)/,
  checkbox: /^ $/,
  radio: /^( |Arrow)/,
};

/** Whether a key moves what it is pressed on. */
const moves = ({ target, key }: KeyboardEvent): boolean =>
  target instanceof HTMLInputElement && (MOVES[target.type]?.test(key) ?? false);

/**
 * A key of the bench: heard everywhere but in fields that are typed into, and on a slider or a box all but the keys that move it; not
 * where something nearer to the hand has answered it (has prevented what the browser does with it).
 */
export function useKey(keys: string | string[], run: Run, options: Options = {}): void {
  const ignoreEventWhen = (e: KeyboardEvent) =>
    e.defaultPrevented ||
    (!options.enableOnFormTags && typesInto(e.target)) ||
    moves(e) ||
    (options.ignoreEventWhen?.(e) ?? false);
  useHotkeys(keys, run, { ...options, enableOnFormTags: true, ignoreEventWhen });
}

/** Held with a symbol these ask the browser for something; AltGr is part of writing one. */
const asksBrowser = (e: KeyboardEvent): boolean =>
  (e.ctrlKey || e.metaKey || e.altKey) && !e.getModifierState('AltGraph');

/** A key that is known by the symbol that it writes ("+", "?"), wherever it lies on the keyboard and whatever must be held with it. */
export function useSymbolKey(symbols: string[], run: Run, options: Options = {}): void {
  useKey(symbols, run, {
    ...options,
    ...{ useKey: true, ignoreModifiers: true, delimiter: ' ', splitKey: 'none', sequenceSplitKey: 'none' },
    ignoreEventWhen: asksBrowser,
  });
}
