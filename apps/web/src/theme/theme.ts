import { createTheme } from '@mui/material/styles';

const shared = { contrastThreshold: 4.5 };

/** The component library in the product's colours: hairlines instead of shadows, corners of 4 px, dense; nothing moves for whoever has asked their system for that. */
export const theme = createTheme({
  cssVariables: { colorSchemeSelector: '[data-scheme="%s"]' },
  colorSchemes: {
    light: {
      palette: {
        ...shared,
        primary: { main: '#14312f', contrastText: '#f6f3ec' },
        error: { main: '#a8281d' },
        text: { primary: '#14312f', secondary: '#4b605d' },
        background: { default: '#f6f3ec', paper: '#fdfcf8' },
        divider: '#d9d3c5',
      },
    },
    dark: {
      palette: {
        ...shared,
        primary: { main: '#ece7da', contrastText: '#101c1b' },
        error: { main: '#f09a8d' },
        text: { primary: '#ece7da', secondary: '#a9b8b3' },
        background: { default: '#101c1b', paper: '#162523' },
        divider: '#2c3f3c',
      },
    },
  },
  motion: { reducedMotion: 'system' },
  shape: { borderRadius: 4 },
  shadows: Array.from({ length: 25 }, () => 'none') as ReturnType<typeof createTheme>['shadows'],
  typography: {
    fontFamily: 'var(--text)',
    fontSize: 13.5,
    body1: { fontSize: '14.5px', lineHeight: 1.35 },
    button: { fontSize: '13.5px', textTransform: 'none', fontWeight: 650 },
  },
  components: {
    MuiButton: {
      defaultProps: { disableElevation: true, disableRipple: true, size: 'small', variant: 'outlined' },
      styleOverrides: {
        root: { padding: '4px 11px', fontSize: '13.5px', lineHeight: 1.4, whiteSpace: 'nowrap', minWidth: 0 },
        outlined: { borderColor: 'var(--ink)', borderWidth: 1.5 },
      },
    },
    MuiTextField: { defaultProps: { size: 'small', variant: 'outlined', fullWidth: true } },
    MuiOutlinedInput: { styleOverrides: { root: { backgroundColor: 'var(--sheet)' } } },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none', border: '1px solid var(--line-strong)' } } },
    MuiFormHelperText: { styleOverrides: { root: { marginLeft: 0 } } },
    MuiDialog: { defaultProps: { maxWidth: 'xs', fullWidth: true } },
  },
});
