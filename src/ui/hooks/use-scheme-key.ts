'use client';

import { useColorScheme } from '@mui/material/styles';
import { useKey } from './use-key';

/** D turns light into dark and back. */
export function useSchemeKey(): void {
  const { mode, systemMode, setMode } = useColorScheme();
  useKey('d', () => setMode((mode === 'system' ? systemMode : mode) === 'dark' ? 'light' : 'dark'));
}
