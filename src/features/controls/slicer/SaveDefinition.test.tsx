/** A choice of a slicer that becomes a definition. */
import { fireEvent, screen } from '@testing-library/react';
import { slicer } from '../../../core/dashboard/document/testing';
import type { Slicer } from '../../../core/dashboard/document/document';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { press, said, serve, settled, type } from '../../ui/testing';
import { openDashboard, showIn } from '../../workspace/testing';
import { SaveDefinition } from './SaveDefinition';

async function part(chosen: readonly (string | null)[], more: object = {}, answer: unknown = {}) {
  const sent = serve({ 'POST /api/definitions': answer });
  const dashboard = await openDashboard(documentOf(slicer('routes')));
  const own = { ...slicer('routes'), ...more } as Slicer;
  showIn(dashboard, <SaveDefinition slicer={own} chosen={chosen} />);
  return sent;
}
const button = () => screen.queryByRole('button', { name: 'Save this choice as a definition' });
async function saveAs(name: string) {
  fireEvent.click(button()!);
  const field = screen.getByRole('textbox', { name: 'Name of the definition' });
  type(field, name);
  press(field, 'Enter');
  await settled();
  return field;
}

test('nothing chosen, a tree and an attribute of days make no definition', async () => {
  await part([]);
  expect(button()).toBeNull();
  await part(['Veldry'], { face: 'tree' });
  expect(button()).toBeNull();
  await part(['Monday'], { dimension: { attribute: 'weekday' } });
  expect(button()).toBeNull();
});

test('what is chosen is saved as a condition on its column, under a name without blanks at its ends', async () => {
  const sent = await part(['Veldry', 'Tamsel']);
  await saveAs('  Two routes ');
  expect(sent).toEqual([
    {
      method: 'POST',
      path: '/api/definitions',
      body: { name: 'Two routes', dataset: 'trips', sql: "route IN ('Veldry', 'Tamsel')" },
    },
  ]);
  expect(screen.getByText('Saved as the definition “Two routes”.')).toBeTruthy();
  expect(button()).not.toBeNull();
});

test('what is left out is saved as left out', async () => {
  const sent = await part(['Veldry'], { exclude: true });
  await saveAs('Others');
  expect((sent[0]!.body as { sql: string }).sql).toMatch(/NOT|<>/);
});

test('a name is asked for until there is one that fits', async () => {
  const sent = await part(['Veldry']);
  const field = await saveAs('   ');
  expect(said(field)).toContain('A name of 1 to 100 characters.');
  type(field, 'x'.repeat(101));
  press(field, 'Enter');
  expect(said(field)).toContain('A name of 1 to 100 characters.');
  expect(sent).toEqual([]);
});

test('why it could not be saved is told', async () => {
  await part(['Veldry'], {}, { refuse: 'There is a definition of that name.' });
  await saveAs('Two routes');
  expect(screen.getByText('There is a definition of that name.')).toBeTruthy();
});
