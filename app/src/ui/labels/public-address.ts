/** The address other phones open, as the server keeps it: read, and said once. */
import { PublicAddress, SetAddress } from '@dense-pack/core/sheet/public-address';
import { useQuery } from '@tanstack/react-query';
import { ProblemAnswer, request } from '@/sync/api';
import { queryClient } from '../client/sending';

const addressKey = ['address'] as const;

/** What is known of it; undefined before the server answered. */
export function usePublicAddress(): SetAddress | undefined {
  return useQuery({
    queryKey: addressKey,
    queryFn: () => request(SetAddress, '/address'),
  }).data;
}

/** Says it to the server. @param typed as a person typed it; empty where no other phone reaches it @returns what was wrong */
export async function setPublicAddress(typed: string): Promise<string | undefined> {
  const read = PublicAddress.safeParse({ address: typed });
  if (!read.success) return `Type ${read.error.issues[0]?.message ?? ''}.`;
  try {
    queryClient.setQueryData(addressKey, await request(SetAddress, '/address', 'PUT', read.data));
    return undefined;
  } catch (error) {
    return error instanceof ProblemAnswer
      ? error.words
      : 'The server does not answer, so this was not saved. Try again with a signal.';
  }
}
