import { useColorScheme } from '@mui/material/styles';
import { useMemo } from 'react';
import type { GestureFamily } from '@/core/kinds/kind';

/** The look's tokens as the current scheme resolves them, for canvases. */
export interface Colours extends Record<GestureFamily, string> {
  ground: string;
  sheet: string;
  line: string;
  faint: string;
  ink: string;
  soft: string;
  live: string;
  liveWash: string;
  doubt: string;
  fault: string;
}

const NAMES: Record<keyof Colours, string> = {
  ground: '--ground',
  sheet: '--sheet',
  line: '--line',
  faint: '--faint',
  ink: '--ink',
  soft: '--soft',
  live: '--live',
  liveWash: '--live-wash',
  doubt: '--doubt',
  fault: '--fault',
  breath: '--breath',
  press: '--press',
  touch: '--touch',
  strike: '--strike',
  place: '--place',
  move: '--move',
  switch: '--switch',
};

/** Tokens now; draws again when the scheme changes. */
export function useColours(): Colours {
  const { mode, systemMode } = useColorScheme();
  const scheme = mode === 'system' ? systemMode : mode;
  return useMemo(() => readColours(scheme), [scheme]);
}

function readColours(scheme: string | undefined): Colours {
  const probe = document.createElement('i');
  probe.dataset.scheme = scheme ?? 'light';
  document.body.append(probe);
  const style = getComputedStyle(probe);
  const entries = Object.entries(NAMES).map(([key, name]) => [key, style.getPropertyValue(name).trim()]);
  probe.remove();
  return Object.fromEntries(entries) as unknown as Colours;
}
