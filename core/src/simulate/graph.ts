/** Which nodes are connected: sets that are joined, on numbered nodes, so that thousands of states stay quick. */

export class Joined {
  readonly #parent: Int32Array;

  /** @param from the sets to go on from; they are copied */
  constructor(from: number | Joined) {
    this.#parent =
      typeof from === 'number' ? Int32Array.from({ length: from }, (_, nth) => nth) : from.#parent.slice();
  }

  /** The node that stands for all that are joined to this one. */
  find(node: number): number {
    const parent = this.#parent;
    let root = node;
    for (let up = parent[root] ?? root; up !== root; up = parent[root] ?? root) root = up;
    // Shorten the way for the next time.
    for (let at = node; at !== root;) {
      const up = parent[at] ?? root;
      parent[at] = root;
      at = up;
    }
    return root;
  }

  join(a: number, b: number): void {
    const [one, two] = [this.find(a), this.find(b)];
    if (one !== two) this.#parent[one] = two;
  }
}

/** Numbers for the nodes of a model, given as they are met. */
export class Numbers {
  readonly #of = new Map<string, number>();

  of(node: string): number {
    const known = this.#of.get(node);
    if (known !== undefined) return known;
    this.#of.set(node, this.#of.size);
    return this.#of.size - 1;
  }

  get size(): number {
    return this.#of.size;
  }
}
