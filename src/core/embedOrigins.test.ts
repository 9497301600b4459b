import { isOrigin, originsFrom } from './embedOrigins';

test.each(['https://board.example', 'http://127.0.0.1:8080', 'https://board.example:8443'])(
  '%s is one',
  (text) => {
    expect(isOrigin(text)).toBe(true);
  },
);

test.each([
  '',
  '*',
  'board.example',
  'https://board.example/',
  'https://a.example/page',
  'null',
  "'self'",
  'data:x',
  'https://a;b',
  'javascript:1',
])('%s is none', (text) => {
  expect(isOrigin(text)).toBe(false);
});

test('of a list those that are', () => {
  expect(originsFrom('https://a.example  * http://127.0.0.1:81')).toEqual([
    'https://a.example',
    'http://127.0.0.1:81',
  ]);
  expect(originsFrom(undefined)).toEqual([]);
});
