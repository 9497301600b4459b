/** Moments in words, in the time of this browser. */
import { civilDayAt } from '../../core/calendar/civilDayAt';
import { shortDayWords } from '../../core/calendar/names';

const ownZone = () => Intl.DateTimeFormat().resolvedOptions().timeZone || 'UTC';

/** The day of a moment (ISO 8601): "26 Nov 2026". */
export const momentDayWords = (iso: string): string =>
  shortDayWords(civilDayAt(Date.parse(iso), ownZone()), true);

/** The time of day of a moment (ISO 8601): "03:57". */
export const momentTimeWords = (iso: string): string =>
  new Date(iso).toLocaleTimeString('en-GB', { hour: '2-digit', minute: '2-digit' });

/** A moment (ISO 8601): "26 Nov 2026, 03:57". */
export const momentWords = (iso: string): string => `${momentDayWords(iso)}, ${momentTimeWords(iso)}`;
