/** Times that schedules are commonly wanted at. */

export interface CommonTime {
  readonly cron: string;
  readonly words: string;
}

/** Words of the common ones; any other is told as it is written. */
export const COMMON_TIMES: readonly CommonTime[] = [
  { cron: '0 7 * * 1-5', words: 'Monday to Friday at 07:00' },
  { cron: '0 7 * * *', words: 'Every day at 07:00' },
  { cron: '0 7 * * 1', words: 'Every Monday at 07:00' },
  { cron: '0 7 1 * *', words: 'On the first of each month at 07:00' },
];

export const timeWords = (cron: string): string =>
  COMMON_TIMES.find((time) => time.cron === cron.trim().replace(/\s+/g, ' '))?.words ?? cron;
