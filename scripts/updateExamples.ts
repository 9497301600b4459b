/** Brings the table of examples in docs/period-phrases.md up to date. Run: npx tsx scripts/updateExamples.ts */
import { readFileSync, writeFileSync } from 'node:fs';
import { PAGE, withExamples } from './phraseExamples';

writeFileSync(PAGE, withExamples(readFileSync(PAGE, 'utf8')));
