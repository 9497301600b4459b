import { log } from './log';
import { once } from './once';

/**
 * Does work now and every so often from now on, as long as this process lives; one time after the other, and once a name.
 * What fails is only logged: the next time finds what was to be done.
 */
export function lookEvery(
  name: string,
  milliseconds: number,
  work: () => Promise<unknown>,
  failed: string,
): void {
  once(name, () => {
    let isBusy = false;
    const look = async () => {
      if (isBusy) return;
      isBusy = true;
      await work().catch((error: unknown) => log().warn(error, failed));
      isBusy = false;
    };
    void look();
    return setInterval(() => void look(), milliseconds).unref();
  });
}
