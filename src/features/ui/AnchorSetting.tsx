'use client';
/** What rolling phrases count from: today, yesterday, the latest data, or a point of one's own. */
import { useState } from 'react';
import { parsePoint } from '../../core/period/parse';
import { printPoint } from '../../core/period/print';
import { ChoiceSetting, TextSetting } from './fields';

const KNOWN = [
  { value: 'today', label: 'Today' },
  { value: 'yesterday', label: 'Yesterday' },
  { value: 'latest so far', label: 'The latest day with data so far' },
  { value: 'latest', label: 'The latest day with data, also ahead' },
];
const OWN = 'own';
const INHERITED = 'inherited';

export function AnchorSetting({
  value,
  inherited,
  onChange,
}: {
  /** The point's text; null where the dashboard's is used. */
  value: string | null;
  /** The dashboard's anchor, for controls. */
  inherited?: string;
  onChange: (value: string | null) => void;
}) {
  const [isOwn, setOwn] = useState(false);
  const shown =
    value === null ? INHERITED : isOwn || !KNOWN.some((entry) => entry.value === value) ? OWN : value;
  return (
    <>
      <ChoiceSetting
        label="Rolling periods count from"
        value={shown}
        options={[
          ...(inherited === undefined ? [] : [{ value: INHERITED, label: `As the dashboard: ${inherited}` }]),
          ...KNOWN,
          { value: OWN, label: 'A day or point of its own' },
        ]}
        onChange={(next) => {
          setOwn(next === OWN);
          if (next !== OWN) onChange(next === INHERITED ? null : next);
        }}
      />
      {shown === OWN && (
        <TextSetting
          label="Point"
          value={value ?? 'today'}
          helper="Such as 2026-05-31, or end of last week"
          check={(text) => {
            const parsed = parsePoint(text);
            return parsed.ok ? null : parsed.error.message;
          }}
          onChange={(text) => {
            const parsed = parsePoint(text);
            if (parsed.ok) onChange(printPoint(parsed.phrase));
          }}
        />
      )}
    </>
  );
}
