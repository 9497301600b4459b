'use client';
/** A field with completions for a text of a small language, marked where the text cannot be read. */
import Autocomplete, { type AutocompleteProps } from '@mui/material/Autocomplete';
import TextField, { type TextFieldProps } from '@mui/material/TextField';
import type { CSSProperties } from 'react';
import { OFFER_FIELD, type Offer } from './offers';

type Completing = AutocompleteProps<Offer, false, true, true>;

export interface OfferFieldProps
  extends
    Pick<TextFieldProps, 'label' | 'helperText' | 'multiline' | 'placeholder' | 'onKeyDown'>,
    Pick<Completing, 'autoHighlight' | 'openOnFocus' | 'onBlur'> {
  /** What was taken last. */
  readonly value: string;
  /** What is typed now. */
  readonly text: string;
  readonly offers: Offer[];
  readonly isRight: boolean;
  readonly inputStyle: CSSProperties;
  readonly onType: (text: string) => void;
  /** An offer, or (a string) the text as it was typed, on Enter. */
  readonly onChoose: (chosen: string | Offer) => void;
}

export function OfferField({
  value,
  text,
  offers,
  isRight,
  inputStyle,
  onType,
  onChoose,
  onBlur,
  autoHighlight,
  openOnFocus,
  ...field
}: OfferFieldProps) {
  return (
    <Autocomplete
      {...OFFER_FIELD}
      autoHighlight={autoHighlight ?? false}
      openOnFocus={openOnFocus ?? false}
      options={offers}
      inputValue={text}
      onInputChange={(_, next, reason) => reason === 'input' && onType(next)}
      value={value}
      onChange={(_, chosen) => onChoose(chosen)}
      onBlur={onBlur}
      renderInput={(params) => (
        <TextField
          {...params}
          {...field}
          margin="dense"
          error={!isRight}
          slotProps={{
            ...params.slotProps,
            inputLabel: { ...params.slotProps.inputLabel, shrink: true },
            htmlInput: {
              ...params.slotProps.htmlInput,
              spellCheck: false,
              style: inputStyle,
              'aria-invalid': !isRight,
              // A field of several lines is a text field that offers completions, not a box with a list.
              ...(field.multiline ? { role: undefined, 'aria-expanded': undefined } : {}),
            },
          }}
        />
      )}
    />
  );
}
