/** In place of a job or a box that is not there, or cannot be read yet. */
import type { ComponentProps } from 'react';
import { ServerAway } from '@/sync/api';
import { Loading, Notice } from './Notice';
import { Button } from './Press';
import { Screen } from './Screen';
import { Words } from './Words';

interface NotThereProps {
  readonly what: 'job' | 'box';
  readonly title: string;
  readonly back: ComponentProps<typeof Screen>['back'];
  readonly query: {
    readonly isLoading: boolean;
    readonly error: Error | null;
    readonly refetch: () => Promise<unknown>;
  };
}

export function NotThere({ what, title, back, query }: NotThereProps) {
  const away = query.error instanceof ServerAway;
  return (
    <Screen title={title} back={back}>
      {query.isLoading ? (
        <Loading what={`the ${what}`} />
      ) : (
        <Notice
          title={away ? `The ${what} cannot be read now` : `There is no such ${what}`}
          tone="unknown"
          live
        >
          <Words tone="text-soft">
            {away
              ? `The server does not answer and this phone has not seen the ${what} before.`
              : 'It may have been deleted.'}
          </Words>
          <Button label="Try again" onPress={() => void query.refetch()} />
        </Notice>
      )}
    </Screen>
  );
}
