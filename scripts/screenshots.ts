/**
 * Takes the pictures of docs/screenshots from a Dathen that serves the demo data of 2026-06-03:
 *   ./dathen demo --today 2026-06-03, then npx tsx scripts/screenshots.ts [ADDRESS]
 */
import { spawnSync } from 'node:child_process';
import path from 'node:path';

const base = process.argv[2] ?? 'http://127.0.0.1:4400';

interface Picture {
  readonly name: string;
  readonly address: string;
  /** Run in the page before the picture is taken. */
  readonly script?: string;
  /** Put into the page's file field before the picture is taken. */
  readonly upload?: string;
}

const PICTURES: readonly Picture[] = [
  { name: 'datasets', address: '/datasets', upload: '.data/demo/sailings-with-mistakes.csv' },
  { name: 'dataset', address: '/datasets/bookings' },
  { name: 'dashboards', address: '/' },
  { name: 'almanac', address: '/almanac' },
  { name: 'model', address: '/model' },
  { name: 'today-on-the-water', address: '/dashboards/3' },
  { name: 'year-against-year', address: '/dashboards/4' },
  {
    name: 'change',
    address: '/dashboards/4',
    script: `[...document.querySelectorAll('#item-todate button')].find((b) => /%/.test(b.textContent)).click()`,
  },
  {
    name: 'conditions',
    address: `/dashboards/2?c.fleet=${encodeURIComponent('["Veldry–Osk Head","Marram"]')}&q.which=${encodeURIComponent(JSON.stringify({ on: ['summer'], own: "passengers >= 200 AND vessel <> 'Tern'" }))}`,
    script: `document.querySelector('main').scrollTo(0, 99999)`,
  },
  {
    name: 'arrange',
    address: '/dashboards/2?mode=arrange',
    script: `[...document.querySelectorAll('nav button')][0].click()`,
  },
  {
    name: 'wire',
    address: '/dashboards/2?mode=wire',
    script: `document.querySelector('[data-cell="2:0"]').focus()`,
  },
  {
    name: 'trace',
    address: '/dashboards/2?c.route=Tamsel%E2%80%93Quern',
    script: `document.querySelector('button[aria-label^="Why Carried"]').click()`,
  },
  {
    name: 'check',
    address: '/dashboards/5?mode=wire',
    script: `[...document.querySelectorAll('button')].find((b) => /^Wiring check/.test(b.textContent)).click()`,
  },
  {
    name: 'rehearsal',
    address: '/dashboards/3?mode=wire',
    script: `[...document.querySelectorAll('button')].find((b) => b.textContent === 'Rehearsal').click()`,
  },
  { name: 'read', address: '/dashboards/2?c.route=Tamsel%E2%80%93Quern%3BVeldry%E2%80%93Osk+Head' },
  {
    name: 'time-controls',
    address: '/dashboards/1?p.calendar=2026-05-04%2F2026-05-17&p.tree=2024-Q3%2C+2026',
  },
  { name: 'map', address: '/dashboards/3?page=page2' },
  {
    name: 'rows',
    address: '/dashboards/3',
    script: `document.querySelector('#item-people [role=status] button').click()`,
  },
];

const only = process.argv[3];
for (const picture of PICTURES.filter((entry) => only === undefined || entry.name === only)) {
  const file = path.join('docs/screenshots', `${picture.name}.png`);
  const { status } = spawnSync(
    process.execPath,
    [
      '--import',
      'tsx',
      'scripts/shot.ts',
      `${base}${picture.address}`,
      file,
      picture.script ?? '',
      picture.upload ?? '',
    ],
    { stdio: 'inherit' },
  );
  if (status !== 0) process.exit(1);
  process.stdout.write(`${file}\n`);
}
