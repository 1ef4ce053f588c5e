import { createTheme } from '@mui/material/styles';

/** The colours of the product, light and dark; corrected until text on its ground reaches 4.5 : 1. */
export const TOKENS = {
  light: {
    paper: '#FAF6EC',
    panel: '#FFFDF7',
    rule: '#E2D9C6',
    ink: '#1E2B2E',
    slate: '#566466',
    heron: '#E3A900',
    heronPressed: '#CF9900',
    wash: '#F6EACB',
    river: '#2F6F7E',
    moss: '#5D7032',
    rust: '#A8482A',
    onMark: '#FFFDF7',
  },
  dark: {
    paper: '#11191B',
    panel: '#182326',
    rule: '#2A3A3E',
    ink: '#E9E3D3',
    slate: '#9AA8A8',
    heron: '#F2C230',
    heronPressed: '#DDAE1F',
    wash: '#2E2C1D',
    river: '#6FB3C2',
    moss: '#A3B86C',
    rust: '#EE8E86',
    onMark: '#11191B',
  },
} as const;

/** The same as variables for our own style sheets: `--heron`, `--on-mark`. */
const variables = (mode: keyof typeof TOKENS) =>
  Object.fromEntries(
    Object.entries(TOKENS[mode]).map(([name, colour]) => [
      `--${name.replace(/[A-Z]/g, (letter) => `-${letter.toLowerCase()}`)}`,
      colour,
    ]),
  );

const palette = (mode: keyof typeof TOKENS) => {
  const t = TOKENS[mode];
  return {
    primary: { main: t.river, contrastText: t.onMark },
    secondary: { main: t.heron, dark: t.heronPressed, contrastText: '#1E2B2E' },
    error: { main: t.rust, contrastText: t.onMark },
    success: { main: t.moss, contrastText: t.onMark },
    text: { primary: t.ink, secondary: t.slate },
    background: { default: t.paper, paper: t.panel },
    divider: t.rule,
  };
};

export const theme = createTheme({
  cssVariables: { colorSchemeSelector: 'data-mui-color-scheme' },
  colorSchemes: { light: { palette: palette('light') }, dark: { palette: palette('dark') } },
  typography: {
    fontFamily: "'Figtree Variable', system-ui, sans-serif",
    button: { textTransform: 'none', fontWeight: 600 },
  },
  shape: { borderRadius: 8 },
  components: {
    MuiCssBaseline: {
      styleOverrides: { ':root': variables('light'), "[data-mui-color-scheme='dark']": variables('dark') },
    },
    MuiDialogTitle: { styleOverrides: { root: { fontFamily: 'var(--serif)' } } },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true, color: 'inherit' },
      styleOverrides: {
        root: { minHeight: 40, borderRadius: 20, paddingInline: 16 },
        outlined: { borderColor: 'var(--rule)' },
      },
    },
    MuiIconButton: { styleOverrides: { root: { width: 40, height: 40, color: 'inherit' } } },
    MuiAlert: {
      defaultProps: { icon: false },
      styleOverrides: {
        root: {
          alignItems: 'center',
          padding: '0 12px',
          border: '1px solid var(--rule)',
          background: 'var(--panel)',
          color: 'var(--rust)',
        },
      },
    },
    MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiTooltip: { defaultProps: { enterDelay: 500 } },
    MuiMenuItem: { styleOverrides: { root: { minHeight: 40 } } },
    MuiFormControlLabel: { styleOverrides: { root: { '@media (pointer: coarse)': { minHeight: 40 } } } },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          minHeight: 40,
          minWidth: 40,
          padding: '0 10px',
          color: 'var(--slate)',
          borderColor: 'var(--rule)',
          '&.Mui-selected, &.Mui-selected:hover': { background: 'var(--wash)', color: 'var(--ink)' },
        },
      },
    },
    MuiTab: {
      styleOverrides: {
        root: { textTransform: 'none', minHeight: 40, minWidth: 40, padding: '8px 0', marginRight: 24 },
      },
    },
  },
});
