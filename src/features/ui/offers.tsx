/** Completions under a field: words that each lead to a text. */
import type { HTMLAttributes, Key } from 'react';
import { phraseStyle } from '../../theme/roles';

/** The text of the field after a word was taken. */
export interface Offer {
  readonly text: string;
  readonly word: string;
}

/** What every field with offers is: any text can be typed, and the offers are shown as they come. */
export const OFFER_FIELD = {
  freeSolo: true,
  fullWidth: true,
  disableClearable: true,
  filterOptions: (options: Offer[]) => options,
  getOptionLabel: (option: string | Offer) => (typeof option === 'string' ? option : option.text),
  renderOption: (props: HTMLAttributes<HTMLLIElement> & { key: Key }, option: Offer) => {
    const { key, ...rest } = props;
    return (
      <li key={key} {...rest} style={{ ...phraseStyle, minHeight: 24, padding: '2px 10px' }}>
        {option.word}
      </li>
    );
  },
} as const;
