import { diskFullProblem } from './diskFull';
import { Problem } from './problem';

const withCode = (part: object) => Object.assign(new Error('write'), part);

test.each([
  [withCode({ code: 'ENOSPC' })],
  [withCode({ errno: 1021 })],
  [withCode({ errno: 1114 })],
  [new Error('Error writing file (Errcode: 28 "No space left on device")')],
  [new Error('failed query', { cause: withCode({ code: 'ENOSPC' }) })],
])('%s is told as a full disk', (error) => {
  expect(diskFullProblem(error)).toMatchObject({ code: 'disk-full', status: 507 });
});

test.each([[withCode({ code: 'EACCES' })], [new Problem('stale', 'Errcode: 28')], ['No space'], [null]])(
  '%s is not',
  (error) => expect(diskFullProblem(error)).toBeUndefined(),
);
