'use client';
/** What the crosspoint board is drawn of: marks, names of rows and columns, the legend. */
import Box from '@mui/material/Box';
import { isControl, type Control, type Visual } from '../../core/dashboard/document/document';
import type { Actor } from '../../core/dashboard/wiring/routes';
import type { Crosspoint } from '../../core/dashboard/wiring/crosspoint';
import { role } from '../../theme/roles';
import { partOf } from '../../core/dashboard/document/parts';

export const ROW = 44;
export const CELL = 40;
export const HEAD = 128;
/** Length of the names of columns, so that leaning by 62 degrees they end below the edge. */
const HEAD_NAME = 128;
/** Width of the names of rows. */
export const NAME = 140;

/** A crosspoint: filled ring wired, hollow ring not wired, half ring half wire, short bar no route. */
export function CrosspointMark({
  state,
  colour,
  letter,
  pale = false,
}: {
  state: Crosspoint['state'];
  colour: string;
  letter?: string;
  /** Whether other marks turn pale in the place of rows that go: the ring has a pale heart. */
  pale?: boolean;
}) {
  return (
    <svg width="24" height="24" viewBox="-12 -12 24 24" aria-hidden="true">
      {state === 'no route' ? (
        <line x1="-5" x2="5" y1="0" y2="0" stroke={role.quiet} strokeOpacity="0.6" strokeWidth="1.5" />
      ) : (
        <>
          <circle r="8" fill={state === 'wired' ? colour : role.surface} stroke={colour} strokeWidth="2" />
          {pale && <circle r="4" fill={role.surface} fillOpacity="0.75" />}
          {state === 'half' && <path d="M0 -8A8 8 0 0 0 0 8Z" fill={colour} />}
          {letter && (
            <text
              textAnchor="middle"
              y="4"
              fontSize="10"
              fontWeight="700"
              fill={state === 'wired' ? role.surface : colour}
            >
              {letter}
            </text>
          )}
        </>
      )}
    </svg>
  );
}

interface HeadProps {
  readonly title: string;
  readonly lit: boolean;
  readonly onPoint: () => void;
  readonly onFlip: () => void;
}

export function ColumnHead({
  target,
  title,
  startsGroup,
  where,
  lit,
  onPoint,
  onFlip,
}: HeadProps & {
  target: Visual | Control;
  /** Whether the columns of another page or zone begin with it. */
  startsGroup: boolean;
  /** The page and zone that it stands in. */
  where: string | undefined;
}) {
  const isOffer = isControl(target);
  return (
    <div
      role="columnheader"
      style={{
        position: 'relative',
        height: HEAD,
        // A tick at the foot: a longer line would cut through the names, which lean over it.
        background: startsGroup
          ? `linear-gradient(${role.choice}, ${role.choice}) no-repeat left bottom / 2px 14px`
          : undefined,
      }}
    >
      <button
        type="button"
        onPointerEnter={onPoint}
        onClick={onFlip}
        aria-label={`${title}${isOffer ? ', what it offers' : ''}: switch the whole column`}
        title={`${title}${isOffer ? ' (what it offers)' : ''}${where === undefined ? '' : `, ${where}`}: click switches the whole column`}
        style={{
          position: 'absolute',
          bottom: 6,
          left: CELL / 2 - 4,
          width: HEAD_NAME,
          transformOrigin: '0 100%',
          transform: 'rotate(-62deg)',
          border: 0,
          background: 'none',
          padding: 0,
          font: 'inherit',
          fontSize: 12,
          fontStyle: isOffer ? 'italic' : 'normal',
          fontWeight: lit ? 700 : 450,
          color: lit ? role.time : isOffer ? role.quiet : role.ink,
          textAlign: 'left',
          overflow: 'hidden',
          textOverflow: 'ellipsis',
          whiteSpace: 'nowrap',
          cursor: 'pointer',
        }}
      >
        {title}
      </button>
    </div>
  );
}

export function RowHead({
  control,
  title,
  where,
  colour,
  lit,
  onPoint,
  onFlip,
}: HeadProps & { control: Actor; where: string | undefined; colour: string }) {
  return (
    <div
      role="rowheader"
      style={{
        borderBottom: `1px solid ${role.hairline}`,
        background: lit ? role.timeTint : undefined,
        height: ROW,
      }}
    >
      <button
        type="button"
        onPointerEnter={onPoint}
        onClick={onFlip}
        aria-label={`${title}: switch the whole row`}
        title="Click switches the whole row"
        style={{
          border: 0,
          background: 'none',
          font: 'inherit',
          color: role.ink,
          display: 'flex',
          alignItems: 'center',
          gap: 8,
          height: '100%',
          width: '100%',
          padding: 0,
          cursor: 'pointer',
          textAlign: 'left',
        }}
      >
        <span style={{ width: 4, height: 24, background: colour, flex: 'none' }} />
        <span style={{ minWidth: 0 }}>
          <span
            style={{
              display: 'block',
              fontWeight: 650,
              overflow: 'hidden',
              textOverflow: 'ellipsis',
              whiteSpace: 'nowrap',
            }}
          >
            {title}
          </span>
          <span
            style={{
              display: 'block',
              fontSize: 11,
              color: role.quiet,
              overflow: 'hidden',
              textOverflow: 'ellipsis',
              whiteSpace: 'nowrap',
            }}
          >
            {isControl(control) ? partOf(control.kind).name.toLowerCase() : 'choosing on it'}
            {where !== undefined && ` · ${where}`}
          </span>
        </span>
      </button>
    </div>
  );
}

export function Legend({ offers }: { offers: boolean }) {
  const entries = [
    ['wired', 'wired'],
    ['half', 'reaches some of its measures'],
    ['unwired', 'not wired'],
    ['no route', 'no route'],
  ] as const;
  return (
    <Box
      sx={{
        display: 'flex',
        flexWrap: 'wrap',
        gap: 2,
        mt: 2,
        color: 'text.secondary',
        fontSize: 12,
        alignItems: 'center',
      }}
    >
      {entries.map(([state, words]) => (
        <span key={state} style={{ display: 'inline-flex', alignItems: 'center', gap: 4 }}>
          <CrosspointMark state={state} colour={role.quiet} />
          {words}
        </span>
      ))}
      {offers && <span>Names in italics: what that control offers.</span>}
    </Box>
  );
}
