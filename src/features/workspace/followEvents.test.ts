import { followEvents } from './followEvents';

/** What a browser's streams do, at the word of a test. */
class Stream extends EventTarget {
  static readonly all: Stream[] = [];
  static readonly CLOSED = 2;
  readyState = 0;
  constructor(readonly address: string) {
    super();
    Stream.all.push(this);
  }
  says(event: string, data?: string) {
    this.dispatchEvent(data === undefined ? new Event(event) : new MessageEvent(event, { data }));
  }
  close() {
    this.readyState = Stream.CLOSED;
  }
}

describe('a stream of events', () => {
  const onEvent = jest.fn();
  const onBack = jest.fn();
  const now = () => Stream.all.at(-1)!;
  let end: () => void;

  beforeEach(() => {
    jest.useFakeTimers();
    jest.clearAllMocks();
    Stream.all.length = 0;
    Object.assign(globalThis, { EventSource: Stream });
    end = followEvents('/api/events', 'model', { onEvent, onBack });
    now().says('open');
  });
  afterEach(() => {
    end();
    jest.useRealTimers();
  });

  test('hands on what comes, and says nothing of its first beginning', () => {
    now().says('model', '{"revision":4}');
    expect(onEvent).toHaveBeenCalledWith('{"revision":4}');
    expect(onBack).not.toHaveBeenCalled();
  });

  test('says that it is back where the browser connected anew', () => {
    now().says('error');
    jest.advanceTimersByTime(60_000);
    expect(Stream.all).toHaveLength(1);
    now().says('open');
    expect(onBack).toHaveBeenCalledTimes(1);
  });

  test('begins again where the browser gave up, later and later, until it is there', () => {
    for (const wait of [1000, 2000, 4000]) {
      const given = now();
      given.close();
      given.says('error');
      jest.advanceTimersByTime(wait - 1);
      expect(now()).toBe(given);
      jest.advanceTimersByTime(1);
      expect(now()).not.toBe(given);
    }
    now().says('open');
    expect(onBack).toHaveBeenCalledTimes(1);
    now().says('model', 'later');
    expect(onEvent).toHaveBeenCalledWith('later');
    now().close();
    now().says('error');
    jest.advanceTimersByTime(1000);
    expect(Stream.all).toHaveLength(5);
  });

  test('is not begun again once nobody follows it', () => {
    now().close();
    now().says('error');
    end();
    jest.advanceTimersByTime(60_000);
    expect(Stream.all).toHaveLength(1);
    expect(now().readyState).toBe(Stream.CLOSED);
  });
});
