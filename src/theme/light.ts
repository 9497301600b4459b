import type { CSSProperties } from 'react';
import { SCHEMES } from './theme';

type Roles = { readonly [name: string]: string | Roles };

/** The roles as CSS variables, by the names under which the theme has them. */
const variablesOf = (roles: Roles, name = '--dathen-palette'): [string, string][] =>
  Object.entries(roles).flatMap(([key, value]): [string, string][] =>
    typeof value === 'string' ? [[`${name}-${key}`, value]] : variablesOf(value, `${name}-${key}`),
  );

/** Has everything inside an element be light, whatever the system asks for: paper is. */
export const lightStyle = {
  ...Object.fromEntries(variablesOf(SCHEMES.light)),
  colorScheme: 'light',
} as CSSProperties;
