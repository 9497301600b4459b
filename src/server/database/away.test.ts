import { Problem } from '../problem';
import { databaseAwayProblem } from './away';

const withCode = (code: string) => Object.assign(new Error('query'), { code });

test.each([
  [withCode('ECONNREFUSED')],
  [withCode('PROTOCOL_CONNECTION_LOST')],
  [withCode('ER_SERVER_SHUTDOWN')],
  [new Error('failed query', { cause: withCode('ECONNRESET') })],
])('%s is told as a database that is away, to be asked again', (error) => {
  expect(databaseAwayProblem(error)).toMatchObject({
    code: 'database-away',
    status: 503,
    details: { retryAfter: 2 },
  });
});

test.each([[withCode('ER_DUP_ENTRY')], [new Problem('stale', 'ECONNREFUSED')], ['ECONNREFUSED'], [null]])(
  '%s is not',
  (error) => expect(databaseAwayProblem(error)).toBeUndefined(),
);
