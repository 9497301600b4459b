/** A stream of events that comes back, whatever ends it: a browser gives up by itself where the answer is an error. */

const FIRST_WAIT_MS = 1000;
const LONGEST_WAIT_MS = 30_000;

export interface Following {
  readonly onEvent: (data: string) => void;
  /** The stream is there again: what happened meanwhile was not told. */
  readonly onBack: () => void;
}

/** Follows the events of a name until the returned function is called. */
export function followEvents(address: string, name: string, { onEvent, onBack }: Following): () => void {
  let source: EventSource | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  let wait = FIRST_WAIT_MS;
  let wasOpen = false;
  const begin = () => {
    source = new EventSource(address);
    source.addEventListener(name, (event: MessageEvent<string>) => onEvent(event.data));
    source.addEventListener('open', () => {
      wait = FIRST_WAIT_MS;
      if (wasOpen) onBack();
      wasOpen = true;
    });
    source.addEventListener('error', () => {
      // While it connects anew by itself there is nothing to do.
      if (source?.readyState !== EventSource.CLOSED) return;
      timer = setTimeout(begin, wait);
      wait = Math.min(LONGEST_WAIT_MS, wait * 2);
    });
  };
  begin();
  return () => {
    source?.close();
    clearTimeout(timer);
  };
}
