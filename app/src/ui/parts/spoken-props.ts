/** What a part says to those who hear the page, as its element takes it: one that is not hidden says nothing of it. */
export function spokenProps<P extends { readonly 'aria-hidden'?: boolean | undefined }>(said: P): P {
  const { 'aria-hidden': hidden, ...rest } = said;
  return { ...rest, ...(hidden === true ? { 'aria-hidden': true } : {}) } as P;
}
