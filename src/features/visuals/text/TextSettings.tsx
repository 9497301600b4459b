'use client';
/** The settings of a text: its words, and the measures that they can name. */
import TextField from '@mui/material/TextField';
import { useState } from 'react';
import type { TextPart } from '../../../core/dashboard/document/visuals';
import { MeasuredSettings } from '../MeasuredSettings';
import type { VisualSettingsProps } from '../view';

export function TextSettings({ visual, change }: VisualSettingsProps<TextPart>) {
  const [draft, setDraft] = useState<string | null>(null);
  const done = () => {
    if (draft !== null && draft !== visual.text) change({ text: draft.slice(0, 20_000) });
    setDraft(null);
  };
  return (
    <MeasuredSettings visual={visual} change={change} hasGrain={false}>
      <TextField
        multiline
        fullWidth
        minRows={4}
        maxRows={14}
        margin="dense"
        label="Text"
        value={draft ?? visual.text}
        helperText="Markdown: **bold**, # heading, - list. Filled in: {measure}, {measure 2}, {window}, {asked}, {latest}, {loaded}, {choices}"
        onChange={(event) => setDraft(event.target.value)}
        onBlur={done}
        onKeyDown={(event) => {
          event.stopPropagation();
          if (event.key === 'Escape') setDraft(null);
        }}
        slotProps={{ inputLabel: { shrink: true } }}
      />
    </MeasuredSettings>
  );
}
