/** Whether a component's properties are what they were, for `memo`. */

/** Compares properties one by one, but for those that are named. */
export const sameBut =
  <P extends object>(...left: readonly (keyof P)[]) =>
  (a: P, b: P): boolean =>
    [...new Set([...Object.keys(a), ...Object.keys(b)] as (keyof P)[])].every(
      (key) => left.includes(key) || Object.is(a[key], b[key]),
    );
