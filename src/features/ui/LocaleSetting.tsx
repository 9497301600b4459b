'use client';
/** How numbers and days are written for the reader of this browser. */
import Typography from '@mui/material/Typography';
import { dayFromCivil } from '../../core/calendar/day';
import { shortDayWords } from '../../core/calendar/names';
import { DATE_STYLES, numberWords, type DateStyle } from '../../core/locale';
import { quietStyle } from '../../theme/roles';
import { ChoiceSetting } from './fields';
import { browserTag, keepLocaleChoice, localeChoice, type LocaleChoice } from './locale';

/** Locales offered beside the browser's: one for each way of writing numbers. */
const OFFERED = ['en-GB', 'de-DE', 'fr-FR', 'de-CH', 'en-IN'];

const DATE_NAMES: Record<DateStyle, string> = {
  'day first': '3 Mar 2025',
  'month first': 'Mar 3, 2025',
  'year first': '2025-03-03',
};
const SAMPLE = 1234567.8;

const sample = (tag: string) =>
  new Intl.NumberFormat(tag, { numberingSystem: 'latn', maximumFractionDigits: 1 }).format(SAMPLE);

export function LocaleSetting() {
  const choice = localeChoice();
  const choose = (part: Partial<LocaleChoice>) => {
    keepLocaleChoice({ ...choice, ...part });
    // All that is shown was written in the other way; the page comes anew, with what is held in its address.
    window.location.reload();
  };
  const tags = [...new Set([...(choice.tag === '' ? [] : [choice.tag]), ...OFFERED])];
  return (
    <section aria-label="Numbers and days">
      <Typography variant="h3" component="h3" sx={{ mt: 2 }} gutterBottom>
        Numbers and days
      </Typography>
      <ChoiceSetting
        label="Numbers"
        value={choice.tag}
        options={[
          { value: '', label: `As this browser: ${sample(browserTag())}` },
          ...tags.map((tag) => ({ value: tag, label: `${sample(tag)} (${tag})` })),
        ]}
        onChange={(tag) => choose({ tag })}
      />
      <ChoiceSetting
        label="Days"
        value={choice.dates}
        options={DATE_STYLES.map((style) => ({ value: style, label: DATE_NAMES[style] }))}
        onChange={(dates) => choose({ dates: dates as DateStyle })}
      />
      <p style={quietStyle}>
        Now: {numberWords(SAMPLE, { most: 1 })}, {shortDayWords(dayFromCivil(2025, 3, 3), true)}. Kept in this
        browser. Weeks begin as the almanac says, since they are counted by it.
      </p>
    </section>
  );
}
