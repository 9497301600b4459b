import { fireEvent, screen, within } from '@testing-library/react';
import { TEST_MODEL } from '../../core/model/testing';
import { serve, settled, show } from '../ui/testing';
import { RowRules } from './RowRules';

const GROUPS = [
  { id: 1, name: 'Harbour', members: [] },
  { id: 2, name: 'Board', members: [] },
];
const MODEL = {
  ...TEST_MODEL,
  shared: [
    {
      key: 'route',
      name: 'Route',
      members: [{ dataset: 'trips', column: 'route' }],
      spellings: { quern: 'Quern' },
    },
  ],
};
const rule = (more: object) => ({
  id: 1,
  group: 1,
  dimension: 'route',
  values: ['Quern'],
  phrase: null,
  ...more,
});
const served = (rules: readonly object[], more: Record<string, unknown> = {}) =>
  serve({
    'GET /api/rules': rules,
    '/api/model': MODEL,
    '/api/datasets/trips/values': ['Sollay', 'quern', 'Quern'],
    ...more,
  });
const row = (i: number) => screen.getAllByRole('row')[i]!;

describe('rules are told', () => {
  test('by group, dimension, values and days', async () => {
    served([
      rule({}),
      rule({ id: 2, group: 2, values: ['Quern', null], phrase: 'this year' }),
      rule({ id: 3, dimension: null, values: null, phrase: 'last 3 full months' }),
      rule({ id: 4, values: [] }),
    ]);
    await show(<RowRules groups={GROUPS} />);
    expect(row(0).textContent).toContain('HarbourRoute: Quern');
    expect(row(1).textContent).toContain('BoardRoute: Quern, (blank); days: this year');
    expect(row(2).textContent).toContain('days: last 3 full months');
    expect(row(3).textContent).toContain('Route: nothing');
  });

  test('with six values and how many more', async () => {
    const letters = (count: number) => Array.from({ length: count }, (_, i) => `V${i + 1}`);
    served([rule({ values: letters(6) }), rule({ id: 2, values: letters(7) })]);
    await show(<RowRules groups={GROUPS} />);
    expect(row(0).textContent).toContain('Route: V1, V2, V3, V4, V5, V6C');
    expect(row(1).textContent).toContain('V5, V6 and 1 more');
  });

  test('and what cannot be read is said', async () => {
    serve({ '/api/model': MODEL });
    await show(<RowRules groups={GROUPS} />);
    expect(screen.getByRole('alert').textContent).toBe('Nothing at /api/rules.');
  });
});

test('without a group there is nothing to add a rule to', async () => {
  served([]);
  await show(<RowRules groups={[]} />);
  expect(screen.getByText('Make a group first.')).toBeTruthy();
  expect(screen.queryByRole('button', { name: 'Add a rule' })).toBeNull();
});

test('a new rule on days is sent as it was said, and the form goes', async () => {
  const sent = served([], { 'POST /api/rules': { id: 9 } });
  await show(<RowRules groups={GROUPS} />);
  fireEvent.click(screen.getByRole('button', { name: 'Add a rule' }));
  const form = within(screen.getByRole('form', { name: 'Rule on rows' }));
  fireEvent.mouseDown(form.getByRole('combobox', { name: /see of/ }));
  fireEvent.click(screen.getByRole('option', { name: 'days alone' }));
  fireEvent.change(form.getByRole('textbox', { name: /and only the days of/ }), {
    target: { value: ' last 3 full months ' },
  });
  fireEvent.click(form.getByRole('button', { name: 'Save' }));
  await settled();
  expect(sent).toEqual([
    {
      method: 'POST',
      path: '/api/rules',
      body: { group: 1, dimension: null, values: null, phrase: 'last 3 full months' },
    },
  ]);
  expect(screen.queryByRole('form', { name: 'Rule on rows' })).toBeNull();
});

test('what is no period is told, and not sent', async () => {
  const sent = served([]);
  await show(<RowRules groups={GROUPS} />);
  fireEvent.click(screen.getByRole('button', { name: 'Add a rule' }));
  const days = screen.getByRole('textbox', { name: /and only the days of/ });
  fireEvent.change(days, { target: { value: 'sometime' } });
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await settled();
  expect(screen.getByRole('alert').textContent).not.toBe('');
  expect(sent).toEqual([]);
});

test('a rule is changed in its place; its values are offered as they are spelled, each once', async () => {
  const sent = served([rule({ values: ['Quern', null] })], { 'PUT /api/rules/1': {} });
  await show(<RowRules groups={GROUPS} />);
  fireEvent.click(screen.getByRole('button', { name: /^Change the rule/ }));
  await settled();
  const values = screen.getByRole('combobox', { name: /only these values/ });
  fireEvent.mouseDown(values);
  expect(screen.getAllByRole('option').map((option) => option.textContent)).toEqual([
    'Quern',
    'Sollay',
    '(blank)',
  ]);
  fireEvent.click(screen.getByRole('option', { name: 'Sollay' }));
  fireEvent.click(screen.getByRole('button', { name: 'Save' }));
  await settled();
  expect(sent[0]).toEqual({
    method: 'PUT',
    path: '/api/rules/1',
    body: { group: 1, dimension: 'route', values: ['Quern', null, 'Sollay'], phrase: null },
  });
});

test('a rule that cannot be removed stays, and why is said', async () => {
  const sent = served([rule({})], { 'DELETE /api/rules/1': { refuse: 'Only owners may.' } });
  await show(<RowRules groups={GROUPS} />);
  fireEvent.click(screen.getByRole('button', { name: 'Remove the rule Route: Quern' }));
  await settled();
  expect(sent[0]).toMatchObject({ method: 'DELETE', path: '/api/rules/1' });
  expect(screen.getByText('Only owners may.')).toBeTruthy();
  expect(screen.queryByText('The rule is removed.')).toBeNull();
});
