/** What is said of the nodes that rows lie on. */
import { listed } from '../listed';

const MOST_NAMED = 5;

/** Nodes by name. */
export const nodesInWords = (names: readonly string[]): string =>
  listed(names, MOST_NAMED, (name) => `“${name}”`);

/** That nodes do not answer. */
export const awayWords = (names: readonly string[]): string =>
  names.length === 1
    ? `The node ${nodesInWords(names)} does not answer.`
    : `The nodes ${nodesInWords(names)} do not answer.`;
