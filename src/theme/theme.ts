'use client';
/** The look: every colour, size and radius, by role. Components name roles. */
import { createTheme } from '@mui/material/styles';

/** Roles of our own beside MUI's. */
interface Roles {
  /** Windows and everything else about time. */
  /** `mark`: of coverage, told from its ground at 3 : 1. */
  time: { main: string; tint: string; soft: string; mark: string };
  /** Slicers and choices. */
  choice: { main: string; tint: string };
  hairline: string;
  /** Lines of the hatch, told from their ground at 3 : 1. */
  hatch: string;
  quiet: string;
  better: string;
  worse: string;
}

declare module '@mui/material/styles' {
  interface Palette extends Roles {
    series: Record<'a' | 'b' | 'c' | 'd' | 'e' | 'f' | 'g', string>;
  }
  interface PaletteOptions extends Partial<Roles> {
    series?: Partial<Palette['series']>;
  }
  interface TypographyVariants {
    phrase: React.CSSProperties;
  }
  interface TypographyVariantsOptions {
    phrase?: React.CSSProperties;
  }
}
declare module '@mui/material/Typography' {
  interface TypographyPropsVariantOverrides {
    phrase: true;
  }
}

/** The Okabe–Ito colours without yellow, the pale ones darkened until they stand out from paper at 3 : 1. */
const SERIES = {
  a: '#0072B2',
  b: '#D55E00',
  c: '#009E73',
  d: '#C36E9C',
  e: '#2F94D0',
  f: '#C28400',
  g: '#52708F',
};

const LIGHT = {
  background: { default: '#FBF8F2', paper: '#FFFFFF' },
  text: { primary: '#1C2430', secondary: '#566070' },
  primary: { main: '#6A2C5B' },
  secondary: { main: '#2B6469' },
  error: { main: '#A3262A' },
  warning: { main: '#9A5B00' },
  divider: '#E4DDD0',
  time: { main: '#6A2C5B', tint: '#F1E6EE', soft: '#D9C8D3', mark: '#A27C98' },
  choice: { main: '#2B6469', tint: '#E3EEEE' },
  hairline: '#E4DDD0',
  hatch: '#968C7A',
  quiet: '#566070',
  better: '#1F5FA8',
  worse: '#B4540A',
  series: SERIES,
};

const DARK = {
  background: { default: '#191C21', paper: '#21252C' },
  text: { primary: '#ECE7DD', secondary: '#A9B0BB' },
  primary: { main: '#D7A3C8' },
  secondary: { main: '#86C3C7' },
  error: { main: '#F0898C' },
  warning: { main: '#E3AE5A' },
  divider: '#3A3F48',
  time: { main: '#D7A3C8', tint: '#3A2A37', soft: '#6B4B62', mark: '#9A7492' },
  choice: { main: '#86C3C7', tint: '#24383A' },
  hairline: '#3A3F48',
  hatch: '#737B88',
  quiet: '#A9B0BB',
  better: '#7DB2F0',
  worse: '#F0A063',
  series: { ...SERIES, a: '#4AA6DD', b: '#F0803C', d: '#CC79A7', e: '#8ECBF0', f: '#E69F00', g: '#9DB4CB' },
};

/** The colours of each scheme. */
export const SCHEMES = { light: LIGHT, dark: DARK };

const TEXT = '"Hanken Grotesk Variable", system-ui, sans-serif';
const PHRASE = '"Spline Sans Mono Variable", ui-monospace, monospace';

/** A list that opens above the page is a place of its own. */
export const LISTED = { role: 'region', 'aria-label': 'Choices' };

export const theme = createTheme({
  // Who asks the system for less motion has panels and menus at once.
  motion: { reducedMotion: 'system' },
  cssVariables: { cssVarPrefix: 'dathen', colorSchemeSelector: 'media' },
  colorSchemes: { light: { palette: SCHEMES.light }, dark: { palette: SCHEMES.dark } },
  shape: { borderRadius: 3 },
  spacing: 8,
  transitions: {
    duration: {
      shortest: 120,
      shorter: 120,
      short: 120,
      standard: 120,
      complex: 120,
      enteringScreen: 120,
      leavingScreen: 120,
    },
  },
  typography: {
    fontFamily: TEXT,
    fontSize: 13,
    h1: { fontSize: 20, fontWeight: 650, letterSpacing: 0 },
    h2: { fontSize: 15, fontWeight: 650, letterSpacing: 0 },
    h3: { fontSize: 13, fontWeight: 650, letterSpacing: 0 },
    body1: { fontSize: 13, letterSpacing: 0 },
    body2: { fontSize: 12, letterSpacing: 0 },
    caption: { fontSize: 11, letterSpacing: 0 },
    button: { fontSize: 13, fontWeight: 550, textTransform: 'none', letterSpacing: 0 },
    phrase: { fontFamily: PHRASE, fontSize: 12, letterSpacing: 0 },
  },
  components: {
    MuiCssBaseline: {
      styleOverrides: {
        body: { fontVariantNumeric: 'tabular-nums', fontSize: 13, lineHeight: 1.4 },
        '*': { scrollbarWidth: 'thin', scrollbarColor: 'var(--dathen-palette-hairline) transparent' },
        // Over what components set for themselves; inside, since most places cut what stands out of them. A field with a
        // frame shows it by the frame, which leaves room for its label.
        ':focus-visible:not(.MuiOutlinedInput-input)': {
          outline: '2px solid var(--dathen-palette-time-main) !important',
          outlineOffset: '-2px !important',
        },
        // The field itself is not seen; its box is.
        ':is(.MuiCheckbox-root, .MuiRadio-root, .MuiSwitch-switchBase):has(:focus-visible)': {
          outline: '2px solid var(--dathen-palette-time-main) !important',
          outlineOffset: '-2px !important',
        },
        // Where one column is read, and fingers are likely: what is touched has the room of a finger.
        '@media (max-width: 800px)': {
          '.MuiButton-root, .MuiToggleButton-root, .MuiMenuItem-root, .MuiIconButton-root, [data-part=corner] button':
            { minHeight: '44px !important', minWidth: '44px !important' },
          // Words of a sentence keep their line; the finger has more than is seen.
          '[aria-label="In effect"] button:not(.MuiButton-root)': { position: 'relative' },
          '[aria-label="In effect"] button:not(.MuiButton-root)::after': {
            content: '""',
            position: 'absolute',
            inset: '-12px -4px',
          },
        },
        '@media (prefers-reduced-motion: reduce)': {
          '*': { transition: 'none !important', animation: 'none !important' },
        },
      },
    },
    MuiButton: { defaultProps: { disableElevation: true, disableRipple: true, size: 'small' } },
    MuiButtonBase: { defaultProps: { disableRipple: true } },
    MuiIconButton: { defaultProps: { size: 'small' } },
    MuiTextField: { defaultProps: { size: 'small' } },
    MuiSelect: { defaultProps: { size: 'small', MenuProps: { slotProps: { paper: LISTED } } } },
    MuiPaper: { defaultProps: { elevation: 0 }, styleOverrides: { root: { backgroundImage: 'none' } } },
    MuiDialog: { styleOverrides: { paper: { border: '1px solid var(--dathen-palette-hairline)' } } },
    MuiMenu: { styleOverrides: { paper: { border: '1px solid var(--dathen-palette-hairline)' } } },
    MuiTooltip: { defaultProps: { arrow: false, enterDelay: 300 } },
    MuiTableCell: {
      styleOverrides: { root: { borderColor: 'var(--dathen-palette-hairline)', padding: '6px 10px' } },
    },
  },
});
