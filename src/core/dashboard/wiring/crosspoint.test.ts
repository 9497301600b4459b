import { designOf } from './design';
import { itemOf } from '../document/document';
import type { Control } from '../document/document';
import { bar, line, slicer, table, timeline } from '../document/testing';
import { documentOf } from './testing';
import { TEST_MODEL } from '../../model/testing';
import { crosspoint } from './crosspoint';
import { switchWires } from './wires';

const document = documentOf(
  line('sea'),
  bar('ports'),
  timeline('span'),
  slicer('route'),
  slicer('port', 'port', 'fuel'),
  table('log'),
);
const point = (control: string, target: string, of = document) =>
  crosspoint(designOf(of, TEST_MODEL), itemOf(of, control) as Control, itemOf(of, target)!);

describe('wiring', () => {
  test('new items wire themselves wherever there is a route, in whatever order they came', () => {
    for (const target of ['sea', 'ports', 'log', 'route']) expect(point('span', target).state).toBe('wired');
    for (const target of ['sea', 'ports', 'log', 'span']) expect(point('route', target).state).toBe('wired');
  });

  test('a route is told in words', () => {
    expect(point('span', 'sea').words).toBe('Route: Trips by the date role “sailed”.');
    expect(point('route', 'ports').words).toBe('Route: Trips by route.');
  });

  test('without a route the crosspoint says why, and cannot be switched on', () => {
    const none = point('port', 'sea');
    expect(none.state).toBe('no route');
    expect(none.words).toContain('port belongs to Fuel');
    const wires = switchWires(document, TEST_MODEL, [{ control: 'port', target: 'sea' }], true);
    expect(wires).toEqual(document.wires);
    expect(point('span', 'span').state).toBe('no route');
  });

  test('switching changes exactly the crosspoints asked for', () => {
    const pairs = [
      { control: 'span', target: 'sea' },
      { control: 'route', target: 'log' },
    ];
    const off = { ...document, wires: switchWires(document, TEST_MODEL, pairs, false) };
    for (const control of document.controls) {
      for (const target of [...document.visuals, ...document.controls]) {
        const flipped = pairs.some((pair) => pair.control === control.id && pair.target === target.id);
        const before = point(control.id, target.id).state;
        expect(point(control.id, target.id, off).state).toBe(flipped ? 'unwired' : before);
      }
    }
    const on = { ...off, wires: switchWires(off, TEST_MODEL, pairs, true) };
    expect(on.wires).toEqual(document.wires);
  });

  test('a wire keeps its chosen date role while it is off', () => {
    const wire = designOf(document, TEST_MODEL).wire('span', 'sea')!;
    const booked = {
      ...document,
      wires: document.wires.map((entry) => (entry === wire ? { ...wire, roles: { trips: 'other' } } : entry)),
    };
    expect(point('span', 'sea', booked).words).toContain('“booked”, chosen on this wire');
    const off = {
      ...booked,
      wires: switchWires(booked, TEST_MODEL, [{ control: 'span', target: 'sea' }], false),
    };
    expect(designOf(off, TEST_MODEL).wire('span', 'sea')).toEqual({
      ...wire,
      on: false,
      roles: { trips: 'other' },
    });
  });

  test('timelines are not wired to each other by themselves', () => {
    const two = documentOf(line('sea'), timeline('a'), timeline('b'));
    expect(designOf(two, TEST_MODEL).wire('a', 'b')).toBeUndefined();
    expect(crosspoint(designOf(two, TEST_MODEL), two.controls[0]!, two.controls[1]!).state).toBe('unwired');
  });
});
