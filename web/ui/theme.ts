import { createTheme } from '@mui/material/styles';
import type { Due } from '../../core/plan/standing.ts';

/** The palette is the material's: kaolin paper, brown-black ink, and accents by role. */
export const paper = '#f3ebdd';
export const board = '#faf5ea';
export const ink = '#2a1c14';
export const faded = '#66564a';
export const hairline = '#c9bba6';
export const night = '#d9d0c1';
export const ironRed = '#96341f';
export const ochre = '#8a5a00';
export const copperGreen = '#2c6650';
export const cobalt = '#1f4a86';
export const manganese = '#6b3a78';

export const slab = '"Bitter Variable", Georgia, serif';
export const sans = '"Atkinson Hyperlegible Next Variable", system-ui, sans-serif';

/** Colour and word of each urgency, so that neither stands alone. */
export type Tone = 'now' | 'soon' | 'late' | 'rest';
export const tones: Record<Tone, { colour: string; word: string }> = {
  now: { colour: copperGreen, word: 'Now' },
  soon: { colour: ochre, word: 'Soon' },
  late: { colour: ironRed, word: 'Late' },
  rest: { colour: faded, word: 'Later' },
};

export const dueColours: Record<Due, string> = {
  late: ironRed,
  now: copperGreen,
  soon: ochre,
  today: ochre,
  tonight: ochre,
  later: faded,
  done: faded,
};

/** A link among words that wet hands can hit: 48 px high, without pushing its lines apart. */
export const reachable = { display: 'inline-block', py: '12px', my: '-12px', position: 'relative' } as const;

const flat = { styleOverrides: { root: { boxShadow: 'none', borderRadius: 0 } } };

const still = {
  shortest: 0,
  shorter: 0,
  short: 0,
  standard: 0,
  complex: 0,
  enteringScreen: 0,
  leavingScreen: 0,
};

export const theme = createTheme({
  palette: {
    mode: 'light',
    background: { default: paper, paper: board },
    text: { primary: ink, secondary: faded },
    primary: { main: ink, contrastText: board },
    secondary: { main: cobalt },
    error: { main: ironRed },
    warning: { main: ochre },
    success: { main: copperGreen },
    divider: hairline,
  },
  shape: { borderRadius: 0 },
  shadows: Array(25).fill('none') as never,
  // nothing moves but time and water: what opens is there at once
  transitions: { create: () => 'none', getAutoHeightDuration: () => 0, duration: still },
  typography: {
    fontFamily: sans,
    fontSize: 16,
    h1: { fontFamily: slab, fontWeight: 700, fontSize: '2.5rem', lineHeight: 1.15 },
    h2: { fontFamily: slab, fontWeight: 650, fontSize: '1.5rem', lineHeight: 1.25 },
    h3: { fontFamily: slab, fontWeight: 600, fontSize: '1.2rem', lineHeight: 1.3 },
    button: { textTransform: 'none', fontWeight: 650, fontSize: '1.05rem' },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: 'tabular-nums', fontSize: '1.05rem', lineHeight: 1.45 },
        ':focus-visible': { outline: `3px solid ${cobalt}`, outlineOffset: 2 },
        a: { color: cobalt },
      },
    },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiButton: {
      defaultProps: { disableElevation: true },
      styleOverrides: {
        root: {
          minHeight: 48,
          paddingInline: 20,
          whiteSpace: 'nowrap',
          borderWidth: 2,
          '&:focus-visible': { outline: `3px solid ${cobalt}`, outlineOffset: 2 },
        },
        outlined: { borderWidth: 2, borderColor: ink, '&:hover': { borderWidth: 2 } },
      },
    },
    MuiPaper: { ...flat, defaultProps: { elevation: 0, square: true } },
    MuiDialog: {
      styleOverrides: { paper: { border: `2px solid ${ink}`, borderRadius: 0, margin: 16, width: '100%' } },
    },
    MuiDialogTitle: { styleOverrides: { root: { fontFamily: slab, fontSize: '1.6rem', fontWeight: 650 } } },
    MuiDialogActions: { styleOverrides: { root: { padding: '12px 24px 20px', gap: 8 } } },
    MuiOutlinedInput: {
      styleOverrides: { root: { minHeight: 52, background: board }, notchedOutline: { borderColor: faded } },
    },
    MuiIconButton: { styleOverrides: { root: { minWidth: 48, minHeight: 48 } } },
    MuiAutocomplete: { styleOverrides: { popupIndicator: { marginRight: -8 } } },
    MuiFormHelperText: { styleOverrides: { root: { fontSize: '0.95rem', marginInline: 0 } } },
    MuiToggleButton: {
      styleOverrides: {
        root: {
          minHeight: 48,
          borderWidth: 2,
          borderColor: ink,
          color: ink,
          textTransform: 'none',
          fontSize: '1rem',
          '&.Mui-selected': { background: ink, color: board, '&:hover': { background: ink } },
        },
      },
    },
  },
});
