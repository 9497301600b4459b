/** What a blank category is called. */
export const BLANK = '(blank)';
