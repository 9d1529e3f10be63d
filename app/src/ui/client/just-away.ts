/** That the server is away is told in words at first; from then on the sign in the bar tells it. */

/** What says whether the server is away. */
interface Outbox {
  subscribe(heard: () => void): () => void;
  snapshot(): { readonly away: boolean };
}

/** So long are the words read, ms: common practice, no source. */
export const TOLD_MS = 8000;

/** Whether the server is away since less than this: followed as React follows a store. */
export class JustAway {
  #away = false;
  #told = false;
  #over: ReturnType<typeof setTimeout> | undefined;
  readonly #heard = new Set<() => void>();

  constructor(private readonly outbox: Outbox) {}

  readonly subscribe = (heard: () => void) => {
    const [first] = this.#heard;
    this.#heard.add(heard);
    if (!first) this.#stop = this.outbox.subscribe(this.#look);
    this.#look();
    return () => {
      this.#heard.delete(heard);
      if (this.#heard.size === 0) this.#stop();
    };
  };
  #stop = () => {};

  readonly snapshot = () => this.#told;

  readonly #look = () => {
    const { away } = this.outbox.snapshot();
    if (away === this.#away) return;
    this.#away = away;
    clearTimeout(this.#over);
    this.#over = away ? setTimeout(() => this.#tell(false), TOLD_MS) : undefined;
    this.#tell(away);
  };

  #tell(told: boolean): void {
    if (told === this.#told) return;
    this.#told = told;
    for (const heard of [...this.#heard]) heard();
  }
}
