'use client';
/** A link or a token that is shown this once, to be copied. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import TextField from '@mui/material/TextField';
import { useNotice } from '../ui/Notice';

export function ShownOnce({ name, text, onClose }: { name: string; text: string; onClose: () => void }) {
  const notice = useNotice();
  const copy = () =>
    void navigator.clipboard.writeText(text).then(
      () => notice({ text: `${name} is copied.` }),
      () => notice({ text: 'It could not be copied by itself. Mark it and copy it.' }),
    );
  return (
    <Box role="status" sx={{ display: 'flex', gap: 1, alignItems: 'flex-start', my: 1 }}>
      <TextField
        fullWidth
        label={name}
        value={text}
        helperText="It is shown this once. Copy it now."
        onFocus={(event) => event.target.select()}
        slotProps={{ htmlInput: { readOnly: true } }}
      />
      <Button variant="contained" onClick={copy}>
        Copy
      </Button>
      <Button onClick={onClose}>Done</Button>
    </Box>
  );
}
