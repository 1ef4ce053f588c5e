/** The places of numbers in their order, equal ones as they stood; and where in it those of each number begin, and the last end. */
export function placesInOrder(numbers: Float64Array): { readonly order: Uint32Array; readonly starts: Uint32Array } {
  // Numbers sort several times as fast as their places.
  const sorted = numbers.slice().sort();
  let count = 0;
  for (let i = 0; i < sorted.length; i++) if (i === 0 || sorted[i] !== sorted[count - 1]) sorted[count++] = sorted[i]!;
  const distinct = sorted.subarray(0, count);
  const which = new Uint32Array(numbers.length);
  const starts = new Uint32Array(count + 1);
  for (let i = 0; i < which.length; i++) {
    which[i] = placeIn(distinct, numbers[i]!);
    starts[which[i]! + 1]!++;
  }
  for (let g = 0; g < count; g++) starts[g + 1]! += starts[g]!;
  const next = starts.slice();
  const order = new Uint32Array(numbers.length);
  for (let i = 0; i < which.length; i++) order[next[which[i]!]!++] = i;
  return { order, starts };
}

/** Where a number stands among sorted ones. */
function placeIn(sorted: Float64Array, number: number): number {
  let [low, high] = [0, sorted.length - 1];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! < number) low = middle + 1;
    else high = middle;
  }
  return low;
}
