/** What is set for the whole server, and how much there is on it. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { request } from '@/sync/api';
import { AddressField } from '../labels/AddressField';
import { NotAnswered } from '../labels/AskAddress';
import { setPublicAddress, usePublicAddress } from '../labels/public-address';
import { Fold } from '../parts/Fold';
import { View } from '../parts/View';
import { Words } from '../parts/Words';

const Size = z.object({
  databaseBytes: z.number(),
  photoBytes: z.number(),
  photoBytesMost: z.number(),
  jobs: z.number(),
  boxes: z.number(),
  states: z.number(),
});

const UNITS = ['bytes', 'kB', 'MB', 'GB', 'TB'] as const;

/** A size in the largest unit of which there is one: “1.5 MB”. */
export function sizeWords(bytes: number): string {
  const step = bytes < 1000 ? 0 : Math.min(UNITS.length - 1, Math.floor(Math.log10(bytes) / 3));
  const digits = step === 0 ? 0 : 1;
  return `${(bytes / 1000 ** step).toLocaleString('en-US', { maximumFractionDigits: digits })} ${UNITS[step]}`;
}

export function ServerSettings() {
  return (
    <Fold title="The server">
      <View className="gap-3 p-3">
        <Address />
        <Storage />
      </View>
    </Fold>
  );
}

function Address() {
  const said = usePublicAddress();
  const address = said?.address ?? '';
  const [problem, setProblem] = useState<string>();
  return (
    <View className="gap-1">
      <AddressField
        label="Address other phones open"
        defaultValue={address}
        problem={problem}
        onEnd={(text) => {
          if (text.trim() !== address) void setPublicAddress(text).then(setProblem);
        }}
      />
      {said?.answered === false && <NotAnswered address={address} />}
      <Words size="fine" tone="text-soft">
        Codes on labels lead there. Empty where no other phone reaches this server.
      </Words>
    </View>
  );
}

const counted = (count: number, one: string, many = `${one}s`): string =>
  `${count.toLocaleString('en-US')} ${count === 1 ? one : many}`;

function Storage() {
  const { data, isError } = useQuery({
    queryKey: ['size'],
    queryFn: () => request(Size, '/health'),
    staleTime: 0,
    // How much there was says nothing about how much there is.
    meta: { passing: true },
  });
  if (!data)
    return (
      <Words tone="text-soft">
        {isError
          ? 'The server does not answer now, or says that something is wrong with its database.'
          : 'Asking…'}
      </Words>
    );
  const nearlyFull = data.photoBytes >= 0.9 * data.photoBytesMost;
  return (
    <View className="gap-1" testID="storage">
      <Words strong>{`Database: ${sizeWords(data.databaseBytes)}`}</Words>
      <Words tone="text-soft">
        {`${counted(data.jobs, 'job')}, ${counted(data.boxes, 'box', 'boxes')}, ${counted(data.states, 'state')}. States older than a year are kept where the logbook shows something.`}
      </Words>
      <Words strong tone={nearlyFull ? 'text-over' : 'text-ink'}>
        {`Photos: ${sizeWords(data.photoBytes)} of at most ${sizeWords(data.photoBytesMost)}`}
      </Words>
      {nearlyFull && (
        <Words tone="text-soft">
          Photos that do not fit stay on the phone. Delete old jobs for good, or start the server with a
          higher DENSE_PACK_PHOTOS_GB.
        </Words>
      )}
    </View>
  );
}
