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
        // A tint of its own colour would leave its words under the contrast that they need.
        outlined: { '&:hover': { background: 'var(--sheet)' } },
        text: { '&:hover': { background: 'var(--sheet)' } },
      },
    },
    MuiPaper: {
      defaultProps: { elevation: 0 },
      styleOverrides: { root: { border: '1px solid var(--line)', backgroundImage: 'none' } },
    },
    // A sheet laid on the bench: square, its title over a rule.
    MuiDialog: {
      styleOverrides: {
        paper: {
          borderRadius: 0,
          border: '1px solid var(--ink)',
          boxShadow: 'none',
          background: 'var(--sheet)',
          margin: 16,
          outline: 0,
        },
      },
    },
    MuiBackdrop: {
      styleOverrides: { root: { background: 'color-mix(in srgb, var(--ground) 78%, transparent)' } },
    },
    MuiDialogTitle: {
      styleOverrides: {
        root: {
          padding: '14px 22px 10px',
          borderBottom: '1px solid var(--line)',
          fontSize: 22,
          fontWeight: 700,
          lineHeight: 1.2,
        },
      },
    },
    MuiDialogContent: { styleOverrides: { root: { padding: '16px 22px !important' } } },
    MuiDialogActions: {
      styleOverrides: { root: { padding: '10px 22px', borderTop: '1px solid var(--line)' } },
    },
    MuiMenu: {
      styleOverrides: {
        paper: { borderRadius: 0, border: '1px solid var(--ink)', boxShadow: 'none' },
        list: { padding: 0 },
      },
    },
    MuiMenuItem: {
      styleOverrides: { root: { fontSize: 15, minHeight: 0, borderBottom: '1px solid var(--faint)' } },
    },
    MuiTextField: { defaultProps: { size: 'small', variant: 'standard' } },
    // Labels stand above their fields and stay there.
    MuiInputLabel: {
      defaultProps: { shrink: true },
      styleOverrides: {
        root: {
          position: 'static',
          transform: 'none',
          marginBottom: 2,
          fontSize: 13.5,
          fontWeight: 600,
          color: 'var(--soft)',
        },
      },
    },
    MuiFormHelperText: { styleOverrides: { root: { fontSize: 13.5, lineHeight: 1.35 } } },
    MuiInput: {
      styleOverrides: {
        root: {
          '&::before': { borderBottom: '1px solid var(--line) !important' },
          '&::after': { borderBottomWidth: 2, transition: 'none' },
        },
      },
    },
    MuiSnackbarContent: {
      styleOverrides: {
        root: {
          width: '100%',
          borderRadius: 0,
          border: 0,
          borderTop: '2px solid var(--live)',
          background: 'var(--sheet)',
          color: 'var(--ink)',
          boxShadow: 'none',
          fontSize: 15,
          padding: '2px 20px',
        },
      },
    },
  },
});
