import type {} from '@mui/material/themeCssVarsAugmentation';
import type { CSSProperties } from 'react';
import { theme } from './theme';

/** The roles as CSS variables, by the names under which the theme has them. */
const variablesOf = (roles: object, name = '--dathen-palette'): [string, string][] =>
  Object.entries(roles).flatMap(([key, value]: [string, unknown]): [string, string][] => {
    if (typeof value === 'string') return [[`${name}-${key}`, value]];
    return typeof value === 'object' && value !== null ? variablesOf(value, `${name}-${key}`) : [];
  });

/** Has everything inside an element be light, whatever the system asks for: paper is. */
export const lightStyle = {
  // With what the theme derived from them, such as the colour of words on a filled button.
  ...Object.fromEntries(variablesOf(theme.colorSchemes.light?.palette ?? {})),
  colorScheme: 'light',
} as CSSProperties;
