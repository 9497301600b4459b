import { sentenceFor } from './failure';

const systemError = (code: string, path?: string, syscall?: string) =>
  Object.assign(new Error(`${code}: it went wrong`), { code, path, syscall });

describe('errors of the file system as sentences', () => {
  test.each([
    [
      systemError('ENOSPC', '/data'),
      'The disk is full (/data). Free some space, then start again; nothing is lost.',
    ],
    [systemError('ENOSPC'), 'The disk is full. Free some space, then start again; nothing is lost.'],
    [
      systemError('EROFS', '/data'),
      '/data cannot be written. Check who owns it and whether the disk is read-only.',
    ],
    [systemError('EACCES'), 'A file cannot be written. Check who owns it and whether the disk is read-only.'],
    [
      systemError('ENOENT', '/ro/data', 'mkdir'),
      '/ro/data cannot be written. Check who owns it and whether the disk is read-only.',
    ],
    [systemError('ENOENT', '/x', 'open'), 'ENOENT: it went wrong'],
    [new Error('something else'), 'something else'],
  ])('%s', (error, sentence) => expect(sentenceFor(error)).toBe(sentence));
});
