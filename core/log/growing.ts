/**
 * A list that only grows, as a value: `with` gives a longer one and leaves this one as it is. Lists that grow out of one
 * another share what they hold, so that adding to the newest costs the same however long it is.
 */
export class Growing<T> {
  readonly #shared: T[];
  readonly length: number;

  constructor(shared: T[] = [], length = shared.length) {
    this.#shared = shared;
    this.length = length;
  }

  with(item: T): Growing<T> {
    // An older one grows another way: what the newer ones hold is not its to change.
    const shared = this.#shared.length === this.length ? this.#shared : this.#shared.slice(0, this.length);
    shared.push(item);
    return new Growing(shared, shared.length);
  }

  toArray(): T[] {
    return this.#shared.slice(0, this.length);
  }

  *[Symbol.iterator](): Iterator<T> {
    for (let i = 0; i < this.length; i++) yield this.#shared[i]!;
  }
}
