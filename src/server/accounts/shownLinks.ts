/** Links for new passwords that an owner asked for, on their way to be shown once to that owner. */
import { once } from '../once';

const links = () => once('links for new passwords', () => new Map<string, (url: string) => void>());

/** Tells whoever waits for the link of a person. */
export function noteLink(person: string, url: string): void {
  links().get(person)?.(url);
}

/** The link for a new password that some work makes for a person. Rejects where it makes none. */
export async function linkMadeBy(person: string, work: () => Promise<unknown>): Promise<string> {
  let link: string | undefined;
  links().set(person, (url) => (link = url));
  try {
    await work();
  } finally {
    links().delete(person);
  }
  if (link === undefined) throw new Error('No link was made.');
  return link;
}
