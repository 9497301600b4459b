'use client';
/** The keys and words of a place, in the panel that “?” opens. */
import FormControlLabel from '@mui/material/FormControlLabel';
import Switch from '@mui/material/Switch';
import Typography from '@mui/material/Typography';
import { useState } from 'react';
import { role } from '../../theme/roles';
import { HELP, type HelpPlace } from './help';
import { areLetterKeysOn, switchLetterKeys } from './isTyping';
import { LocaleSetting } from './LocaleSetting';
import { SidePanel } from './SidePanel';

export function HelpPanel({ place, onClose }: { place: HelpPlace; onClose: () => void }) {
  return (
    <SidePanel name="Keys and words" title="Keys and words here" width={400} onClose={onClose}>
      <Help place={place} />
    </SidePanel>
  );
}

function Help({ place }: { place: HelpPlace }) {
  const { keys, words } = HELP[place];
  const [areLettersOn, setLettersOn] = useState(areLetterKeysOn);
  return (
    <>
      <Rows name="Keys" rows={keys} isMono />
      <FormControlLabel
        control={
          <Switch
            size="small"
            checked={areLettersOn}
            onChange={(event) => {
              switchLetterKeys(event.target.checked);
              setLettersOn(event.target.checked);
            }}
          />
        }
        label="Single letters and digits act as keys"
        sx={{ my: 1 }}
      />
      <Rows name="Words" rows={words} />
      <LocaleSetting />
    </>
  );
}

function Rows({
  name,
  rows,
  isMono = false,
}: {
  name: string;
  rows: readonly (readonly [string, string])[];
  isMono?: boolean;
}) {
  return (
    <section aria-label={name}>
      <Typography variant="h3" component="h3" gutterBottom>
        {name}
      </Typography>
      <dl style={{ display: 'grid', gridTemplateColumns: '120px 1fr', gap: '6px 12px', margin: 0 }}>
        {rows.map(([term, text]) => (
          <div key={term} style={{ display: 'contents' }}>
            <dt style={{ color: role.time, fontWeight: 650, ...(isMono ? { fontSize: 12 } : {}) }}>{term}</dt>
            <dd style={{ margin: 0 }}>{text}</dd>
          </div>
        ))}
      </dl>
    </section>
  );
}
