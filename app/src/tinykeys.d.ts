/** Its own types are not found through its exports map. */
declare module 'tinykeys' {
  export function tinykeys(
    target: Window | HTMLElement,
    bindings: Record<string, (event: KeyboardEvent) => void>,
  ): () => void;
}
