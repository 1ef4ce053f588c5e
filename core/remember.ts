/** A function of a value that never changes, worked out once for each as long as the value is in use. */
export function remembered<K extends object, V>(make: (of: K) => V): (of: K) => V {
  const known = new WeakMap<K, { readonly value: V }>();
  return (of) => {
    const found = known.get(of) ?? { value: make(of) };
    known.set(of, found);
    return found.value;
  };
}
