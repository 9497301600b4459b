/** Headers of every answer that keep it to Dathen's own pages. */
export const SAFE_HEADERS: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'x-frame-options': 'DENY',
  'referrer-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'cross-origin-resource-policy': 'same-origin',
};

/** Answers that are for whoever asked, now. */
export const UNKEPT = 'private, no-store';
