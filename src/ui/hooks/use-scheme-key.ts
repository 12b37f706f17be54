'use client';

import { useColorScheme } from '@mui/material/styles';
import { useHotkeys } from 'react-hotkeys-hook';

/** D turns light into dark and back. */
export function useSchemeKey(): void {
  const { mode, systemMode, setMode } = useColorScheme();
  useHotkeys('d', () => setMode((mode === 'system' ? systemMode : mode) === 'dark' ? 'light' : 'dark'));
}
