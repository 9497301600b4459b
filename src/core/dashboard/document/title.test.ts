import { TEST_MODEL } from '../../model/testing';
import { emptyDocument } from './document';
import { line, slicer } from './testing';
import { titlesIn } from './title';

test('items of one title are numbered, in the order of the document, and each document has its own', () => {
  const twins = ['one', 'two', 'three'].map((id) => ({ ...slicer(id), title: 'Route' }));
  const document = { ...emptyDocument('Titles'), visuals: [line('sea')], controls: twins };
  expect([...titlesIn(document, TEST_MODEL)]).toEqual([
    ['sea', 'Seats over time'],
    ['one', 'Route (1)'],
    ['two', 'Route (2)'],
    ['three', 'Route (3)'],
  ]);
  const renamed = { ...document, controls: [{ ...twins[0]!, title: 'Pier' }, twins[1]!] };
  expect(titlesIn(renamed, TEST_MODEL).get('one')).toBe('Pier');
  expect(titlesIn(renamed, TEST_MODEL).get('two')).toBe('Route');
  expect(titlesIn(document, TEST_MODEL).get('one')).toBe('Route (1)');
});
