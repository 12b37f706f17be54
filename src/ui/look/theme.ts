'use client';

import { createTheme } from '@mui/material/styles';

/** MUI in the house's colours; the values repeat tokens.css because MUI computes with them. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-scheme' },
  colorSchemes: {
    light: {
      palette: {
        primary: { main: '#0b7a6f' },
        error: { main: '#b3261e' },
        warning: { main: '#a85b00' },
        background: { default: '#edf2f3', paper: '#f8fbfb' },
        text: { primary: '#0f2f3d', secondary: '#4a6470' },
        divider: '#c7d4d8',
      },
    },
    dark: {
      palette: {
        primary: { main: '#4fc2b2' },
        error: { main: '#f2857c' },
        warning: { main: '#e6a44b' },
        background: { default: '#0d181e', paper: '#13222a' },
        text: { primary: '#e3eef0', secondary: '#a3b8bf' },
        divider: '#33474f',
      },
    },
  },
  shape: { borderRadius: 3 },
  typography: {
    fontFamily: 'var(--text)',
    fontSize: 14,
    button: { textTransform: 'none', fontWeight: 600 },
  },
  components: {
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, size: 'small' },
      styleOverrides: {
        root: { fontSize: 15, lineHeight: 1.5, padding: '4px 12px', whiteSpace: 'nowrap', flexShrink: 0 },
      },
    },
    MuiPaper: {
      defaultProps: { elevation: 0 },
      styleOverrides: { root: { border: '1px solid var(--line)', backgroundImage: 'none' } },
    },
    MuiTextField: { defaultProps: { size: 'small', variant: 'standard' } },
    MuiTooltip: { defaultProps: { arrow: false } },
  },
});
