/** Figures of number columns of rows that are scanned. */

/** Figures of a number column, by place. */
interface PlaceNumber {
  sum: Float64Array;
  count: Float64Array;
  minimum: Float64Array | null;
  maximum: Float64Array | null;
  /** Of all rows, without their signs: while it is exact, so is every sum. */
  total: number;
}

/** Figures of no rows. */
export function noNumbers(size: number, extremes: boolean): PlaceNumber {
  const extreme = () => (extremes ? new Float64Array(size).fill(NaN) : null);
  return {
    sum: new Float64Array(size),
    count: new Float64Array(size),
    minimum: extreme(),
    maximum: extreme(),
    total: 0,
  };
}

/** Adds rows to the places that they belong to; -1 for those that belong to none. */
export function addNumbers(number: PlaceNumber, places: Int32Array, values: Float64Array) {
  const { sum, count, minimum, maximum } = number;
  let { total } = number;
  for (let row = 0; row < places.length; row++) {
    const place = places[row]!;
    const value = values[row]!;
    if (place < 0 || Number.isNaN(value)) continue;
    sum[place]! += value;
    count[place]! += 1;
    total += Math.abs(value);
    if (minimum && !(minimum[place]! <= value)) minimum[place] = value;
    if (maximum && !(maximum[place]! >= value)) maximum[place] = value;
  }
  number.total = total;
}
