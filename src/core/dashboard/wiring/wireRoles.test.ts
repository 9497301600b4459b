/** Date roles of wires: where they can be chosen, and what a choice does. */
import { TEST_MODEL } from '../../model/testing';
import { bar, line, slicer, timeline } from '../document/testing';
import { crosspoint } from './crosspoint';
import { designOf } from './design';
import { documentOf } from './testing';
import { rolesAt, rolesOfPair, withWireRole } from './wireRoles';

const document = documentOf(line('sea'), bar('ports'), timeline('span'), timeline('other'), slicer('route'));
const design = designOf(document, TEST_MODEL);
const actor = (id: string) => design.actor(id)!;

test('are those of a dataset with several, for what acts by days', () => {
  const [choice, ...more] = rolesOfPair(design, actor('span'), document.visuals[0]!);
  expect(choice).toMatchObject({ dataset: 'trips', role: 'day', roles: [{ key: 'day' }, { key: 'other' }] });
  expect(more).toEqual([]);
  expect(rolesOfPair(design, actor('route'), document.visuals[0]!)).toEqual([]);
  expect(rolesOfPair(design, actor('span'), document.controls[1]!)).toEqual([]);
});

test('are listed at a control and at a visual, for wires that are on', () => {
  const targets = (id: string) =>
    rolesAt(
      design,
      [...document.controls, ...document.visuals].find((item) => item.id === id)!,
    ).map(({ control, target }) => `${control.id} ${target.id}`);
  expect(targets('sea')).toEqual(['span sea', 'other sea']);
  expect(targets('span')).toEqual(expect.arrayContaining(['span sea', 'span ports']));
  expect(targets('route')).not.toContain('route sea');
});

test('another one changes the route of that wire alone', () => {
  const [choice] = rolesAt(design, document.visuals[0]!);
  const next = designOf(withWireRole(document, choice!, 'other'), TEST_MODEL);
  const routeOf = (target: number) =>
    crosspoint(next, next.actor('span')!, document.visuals[target]!).routes[0];
  expect(routeOf(0)).toMatchObject({ kind: 'role', role: 'other', own: false });
  expect(routeOf(1)).toMatchObject({ kind: 'role', role: 'day', own: true });
});
