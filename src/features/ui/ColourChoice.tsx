'use client';
/** Chooses a colour of the theme, or none. */
import type { KeyboardEvent } from 'react';
import { COLOURS, type Colour } from '../../core/dashboard/document/colour';
import { COLOUR_NAMES, paletteColour, quietStyle, role } from '../../theme/roles';

export function ColourChoice({
  label,
  value,
  none,
  onChange,
}: {
  label: string;
  value: Colour | null;
  /** What having none is called. */
  none: string;
  onChange: (value: Colour | null) => void;
}) {
  const options: readonly (Colour | null)[] = [null, ...COLOURS];
  const onKey = (event: KeyboardEvent<HTMLElement>) => {
    const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[event.key];
    if (by === undefined) return;
    event.preventDefault();
    const at = (options.indexOf(value) + by + options.length) % options.length;
    onChange(options[at]!);
    event.currentTarget.querySelectorAll('button')[at]?.focus();
  };
  return (
    <div style={{ display: 'flex', alignItems: 'center', gap: 8, margin: '4px 0' }}>
      <span style={{ ...quietStyle, flex: 1, minWidth: 0, overflow: 'hidden', textOverflow: 'ellipsis' }}>
        {label}
      </span>
      <div role="radiogroup" aria-label={label} onKeyDown={onKey} style={{ display: 'flex', gap: 3 }}>
        {options.map((colour) => (
          <button
            key={colour ?? ''}
            type="button"
            role="radio"
            aria-checked={colour === value}
            aria-label={colour === null ? none : COLOUR_NAMES[colour]}
            title={colour === null ? none : COLOUR_NAMES[colour]}
            tabIndex={colour === value ? 0 : -1}
            onClick={() => onChange(colour)}
            style={{
              width: 18,
              height: 18,
              padding: 0,
              borderRadius: 3,
              border: `2px solid ${colour === value ? role.ink : 'transparent'}`,
              background: colour === null ? 'none' : paletteColour(colour),
              backgroundClip: 'content-box',
              color: role.quiet,
              cursor: 'pointer',
              lineHeight: '12px',
            }}
          >
            {colour === null ? '–' : ''}
          </button>
        ))}
      </div>
    </div>
  );
}
