import fc from 'fast-check';
import { checkedness, chosenPaths, toggled, type Path } from './valueTree';

const LEAVES: Path[] = ['a', 'b', 'c'].flatMap((top) => ['x', 'y', null].map((low) => [top, low]));
const NODES = [...['a', 'b', 'c'].map((top) => [top]), ...LEAVES].map((path) => ({ path, rows: 1 }));
const isOn = (choice: readonly string[]) => {
  const chosen = chosenPaths(choice);
  return LEAVES.filter((leaf) => checkedness(leaf, chosen) === 'all').map(String);
};

test('switching a node switches exactly the leaves inside it', () => {
  const node = fc.constantFrom(...NODES.map((entry) => entry.path));
  fc.assert(
    fc.property(fc.array(node, { maxLength: 8 }), (clicks) => {
      let choice: string[] = [];
      let expected = new Set<string>();
      for (const path of clicks) {
        const inside = LEAVES.filter((leaf) => path.every((part, i) => part === leaf[i])).map(String);
        const wasOn = checkedness(path, chosenPaths(choice)) === 'all';
        choice = toggled(NODES, chosenPaths(choice), path, true);
        expected = new Set([...expected].filter((leaf) => !inside.includes(leaf)));
        if (!wasOn) inside.forEach((leaf) => expected.add(leaf));
        expect(isOn(choice).sort()).toEqual([...expected].sort());
      }
    }),
  );
});

test('all children of a node are the node; a part of it is “some”', () => {
  expect(
    toggled(
      NODES,
      [
        ['a', 'x'],
        ['a', 'y'],
      ],
      ['a', null],
      true,
    ),
  ).toEqual(['["a"]']);
  expect(checkedness(['a'], [['a', 'x']])).toBe('some');
  expect(checkedness(['b'], [['a', 'x']])).toBe('none');
});

test('a single choice takes the place of the one before', () => {
  expect(toggled(NODES, [['a', 'x']], ['b'], false)).toEqual(['["b"]']);
  expect(toggled(NODES, [['b']], ['b'], false)).toEqual([]);
});
