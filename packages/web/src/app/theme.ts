/** Paper, ink and a margin: the colours and letters of the application. */
import { createTheme, type Theme } from '@mui/material/styles';

import { m } from '../messages/index.js';
import type { ThemeName } from '../ui/theme-name.js';
import { MONO, SANS } from '../ui/typefaces.js';

/** Our own colours; the doubt of text is darker than that of marks, so that it can be read. */
export interface Inks {
  readonly paper: string;
  readonly sheet: string;
  readonly ink: string;
  readonly quiet: string;
  readonly hairline: string;
  readonly petrol: string;
  readonly vermilion: string;
  readonly doubt: string;
  readonly doubtText: string;
  readonly moss: string;
  readonly tint: string;
  readonly dimmed: string;
}

export const INKS: Readonly<Record<ThemeName, Inks>> = {
  light: {
    paper: '#FAF7F0',
    sheet: '#FFFFFF',
    ink: '#23262F',
    quiet: '#5F636E',
    hairline: '#E2DCCF',
    petrol: '#155E63',
    vermilion: '#B23A26',
    doubt: '#A8741A',
    doubtText: '#7F550C',
    moss: '#4B6B3A',
    tint: '#EEF4F3',
    dimmed: '#F5F1E8',
  },
  dark: {
    paper: '#1B1815',
    sheet: '#24201C',
    ink: '#EFE9DE',
    quiet: '#AFA798',
    hairline: '#3D372F',
    petrol: '#7CC4C6',
    vermilion: '#F08B76',
    doubt: '#DBA448',
    doubtText: '#E3B566',
    moss: '#A3C48D',
    tint: '#1F2E2E',
    dimmed: '#201C18',
  },
};

declare module '@mui/material/styles' {
  interface Theme {
    inks: Inks;
  }
  interface ThemeOptions {
    inks?: Inks;
  }
}

/**
 * Of the line of a list that keys have gone to: the frame lies within, where its list does not cut it off, and above what
 * stays in sight while the line is scrolled.
 */
const FRAME_WITHIN = {
  position: 'relative',
  outlineOffset: -2,
  '&::after': {
    content: '""',
    position: 'absolute',
    inset: 0,
    zIndex: 1,
    outline: 'inherit',
    outlineOffset: -2,
    pointerEvents: 'none',
  },
} as const;

export function themeOf(name: ThemeName): Theme {
  const inks = INKS[name];
  return createTheme({
    inks,
    palette: {
      mode: name,
      primary: { main: inks.petrol, contrastText: name === 'light' ? '#FFFFFF' : '#10201F' },
      error: { main: inks.vermilion },
      warning: { main: inks.doubt },
      success: { main: inks.moss },
      background: { default: inks.paper, paper: inks.sheet },
      text: { primary: inks.ink, secondary: inks.quiet },
      divider: inks.hairline,
    },
    typography: {
      fontFamily: SANS,
      fontSize: 13,
      button: { textTransform: 'none', fontWeight: 600 },
      body1: { fontSize: 14, lineHeight: '20px' },
      body2: { fontSize: 13, lineHeight: '20px' },
    },
    shape: { borderRadius: 3 },
    components: {
      MuiButtonBase: { defaultProps: { disableRipple: true }, styleOverrides: { root: { fontFamily: 'inherit' } } },
      MuiButton: { defaultProps: { size: 'small', disableElevation: true } },
      MuiTextField: { defaultProps: { size: 'small' } },
      MuiAutocomplete: {
        defaultProps: {
          clearText: m.choice.clear,
          openText: m.choice.open,
          closeText: m.common.close,
          noOptionsText: m.choice.none,
        },
      },
      MuiTooltip: { defaultProps: { arrow: false, enterDelay: 400 } },
      // Open at once and where they stay: what grows under the pointer is let go of beside where it was pressed.
      MuiPopover: { defaultProps: { elevation: 3, transitionDuration: 0 } },
      MuiMenu: { defaultProps: { transitionDuration: 0 } },
      MuiPaper: { styleOverrides: { root: { backgroundImage: 'none' } } },
      MuiCssBaseline: {
        styleOverrides: {
          'html, body, #root': { height: '100%' },
          // A long word, or a name without spaces, is broken rather than cut off; heads of columns are words of ours.
          body: { backgroundColor: inks.paper, overflowWrap: 'anywhere' },
          th: { overflowWrap: 'normal' },
          'pre, code': { fontFamily: MONO },
          ':focus-visible': { outline: `2px solid ${inks.petrol}`, outlineOffset: 1 },
          '[aria-current="true"][tabindex="-1"]:focus-visible': FRAME_WITHIN,
          '@media (prefers-reduced-motion: reduce)': {
            '*': { animation: 'none !important', transition: 'none !important' },
          },
        },
      },
    },
  });
}
