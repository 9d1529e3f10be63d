/**
 * An address the router can decode. It decodes an address twice and draws no screen where that fails, as with the stray percent
 * sign of a link that was cut off.
 * @param address a path, with or without a query
 * @returns the same address where it can be decoded; else one with a hyphen for each percent sign
 */
export function readableAddress(address: string): string {
  try {
    decodeURIComponent(decodeURIComponent(address));
    return address;
  } catch {
    return address.replaceAll('%', '-');
  }
}
