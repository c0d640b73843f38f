/** The last answers of a pure function, by a key that stands for all it depends on; the one asked for longest ago goes. */
export class Remembered<T> {
  private readonly known = new Map<string, T>();

  constructor(private readonly most: number) {}

  get(key: string, make: () => T): T {
    let value = this.known.get(key);
    if (value === undefined) {
      value = make();
      if (this.known.size >= this.most) this.known.delete(this.known.keys().next().value!);
    } else this.known.delete(key);
    this.known.set(key, value);
    return value;
  }
}
