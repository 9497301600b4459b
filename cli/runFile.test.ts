import { recordIn } from './runFile';

const database = { port: 33_001, user: 'dathen', password: 'p', name: 'dathen' };
const common = { pid: 7, serves: true, url: 'http://127.0.0.1:4400', build: '.next', database };

describe('the record of a run', () => {
  test('has every web process', () => {
    expect(recordIn(JSON.stringify({ ...common, serverPids: [8, 9] }))).toEqual({
      ...common,
      serverPids: [8, 9],
    });
  });

  test.each([
    [8, [8]],
    [null, []],
  ])('of a version with one of them (%j) is read', (serverPid, serverPids) => {
    expect(recordIn(JSON.stringify({ ...common, serverPid }))).toMatchObject({ pid: 7, serverPids });
  });

  test.each(['', 'null', '[]', '{"pid":7}', '{"pid":7,"serverPid":"8"}'])('is none: %s', (text) => {
    expect(recordIn(text)).toBeUndefined();
  });
});
