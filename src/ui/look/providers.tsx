'use client';

import CssBaseline from '@mui/material/CssBaseline';
import { ThemeProvider } from '@mui/material/styles';
import { Notices } from '../parts/notice';
import type { ReactNode } from 'react';
import { theme } from './theme';

/** Theme and messages around every page. */
export function Providers({ children }: { children: ReactNode }) {
  return (
    <ThemeProvider theme={theme} defaultMode="system">
      <CssBaseline />
      {children}
      <Notices />
    </ThemeProvider>
  );
}
