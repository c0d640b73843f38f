/** A function of an object that is asked for each object once, for as long as that lives. */
export function remember<K extends object, V>(find: (key: K) => V): (key: K) => V {
  const known = new WeakMap<K, V>();
  return (key) => {
    if (!known.has(key)) known.set(key, find(key));
    return known.get(key)!;
  };
}
