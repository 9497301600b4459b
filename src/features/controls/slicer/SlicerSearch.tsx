'use client';
/** The search of a slicer, and how it looks for values where the designer leaves that to readers. */
import InputBase from '@mui/material/InputBase';
import type { Slicer } from '../../../core/dashboard/document/document';
import { role } from '../../../theme/roles';

const KINDS: readonly Slicer['search'][] = ['contains', 'begins with', 'ends with'];

export function SlicerSearch({
  slicer,
  title,
  text,
  onText,
  onKind,
}: {
  slicer: Slicer;
  title: string;
  text: string;
  onText: (text: string) => void;
  onKind: (kind: Slicer['search']) => void;
}) {
  const canChoose = slicer.readers.includes('kind of search');
  return (
    <div style={{ display: 'flex', gap: 4, flex: 'none' }}>
      {canChoose && (
        <select
          aria-label={`${title}, kind of search`}
          value={slicer.search}
          onChange={(event) => onKind(KINDS.find((kind) => kind === event.target.value) ?? 'contains')}
          style={{
            font: 'inherit',
            fontSize: 12,
            border: `1px solid ${role.hairline}`,
            borderRadius: 3,
            background: role.surface,
            color: role.ink,
          }}
        >
          {KINDS.map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
        </select>
      )}
      <InputBase
        value={text}
        onChange={(event) => onText(event.target.value)}
        placeholder={canChoose || slicer.search === 'contains' ? 'Search' : `Search: ${slicer.search}`}
        inputProps={{ 'aria-label': `Search ${title}` }}
        sx={{
          border: 1,
          borderColor: 'hairline',
          borderRadius: 1,
          px: 1,
          fontSize: 12,
          height: 26,
          flex: 1,
          minWidth: 0,
        }}
      />
    </div>
  );
}
