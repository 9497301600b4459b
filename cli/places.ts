/** Where things lie. */
import path from 'node:path';

/** The start script goes there before it hands over. */
export const PROJECT = process.cwd();

/** Folder for everything that a running Dathen keeps; tests use one of their own. */
export let DATA = path.resolve(process.env.DATHEN_DATA ?? path.join(PROJECT, '.data'));

/** Takes another folder, which settings name; to be said before anything looks. */
export function placeData(folder: string): void {
  DATA = folder;
}

/** A path as the person typed it, from the folder they were in. */
export function userPath(text: string): string {
  return path.resolve(process.env.DATHEN_CWD ?? process.cwd(), text);
}
