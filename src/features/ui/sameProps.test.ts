import { sameBut } from './sameProps';

interface Props {
  readonly name: string;
  readonly size?: number;
  readonly onDone: () => void;
}

describe('properties', () => {
  const same = sameBut<Props>('onDone');
  const first: Props = { name: 'quay', size: 3, onDone: () => undefined };

  test('are the same whatever is left aside', () => {
    expect(same(first, { ...first, onDone: () => undefined })).toBe(true);
  });

  test.each([
    ['another value', { ...first, name: 'pier' }],
    ['one that is gone', { name: 'quay', onDone: first.onDone }],
  ])('differ by %s, either way', (_, second: Props) => {
    expect(same(first, second)).toBe(false);
    expect(same(second, first)).toBe(false);
  });
});
