/** The logbook: a box found across all jobs by any word of its record, as one types. */
import { useState } from 'react';
import { boxHref } from '../jobs/hrefs';
import { dayWords } from '../parts/days';
import { Field } from '../parts/Field';
import { go } from '../parts/go';
import { Notice } from '../parts/Notice';
import { Chip } from '../parts/Press';
import { Screen } from '../parts/Screen';
import { Touch } from '../parts/Touch';
import { Words } from '../parts/Words';
import { useFound } from './find';
import { View } from '../parts/View';

/** What is often asked for. */
const OFTEN = ['over', 'over when found', 'no legal volume', 'tested failed', 'not tested', 'built'] as const;

export function LogbookScreen() {
  const [asked, setAsked] = useState('');
  const found = useFound(asked);
  return (
    <Screen title="Logbook" detail="Every box of every job" back={{ label: 'all jobs', href: '/' }}>
      <Field
        label="Words, rooms, circuits, code, parts, people, dates"
        value={asked}
        onChangeText={(text) => setAsked(text.slice(0, 400))}
        placeholder="kitchen over, gfci, march 2026"
        inputMode="search"
        autoFocus
      />
      <View className="flex-row flex-wrap gap-2" role="group" aria-label="Often asked">
        {OFTEN.map((words) => (
          <Chip
            key={words}
            label={words}
            on={asked === words}
            onPress={() => setAsked(asked === words ? '' : words)}
          />
        ))}
      </View>
      {found?.here === true && (
        <Notice title="Without the server" tone="unknown" live>
          Only the jobs this phone knows are looked through.
        </Notice>
      )}
      {found && (
        <Words size="fine" tone="text-soft" role="status">
          {`${found.more ? 'More than ' : ''}${found.hits.length} ${found.hits.length === 1 ? 'box' : 'boxes'}${found.more ? ': say more to narrow it' : ''}`}
        </Words>
      )}
      {found?.hits.map(({ jobId, job, boxId, name, room, circuit, updatedAt }) => (
        <Touch
          key={boxId}
          testID="hit"
          role="link"
          className="min-h-[60px] justify-center rounded-card border border-line bg-sheet px-3 py-2 active:opacity-70"
          onPress={() => go(boxHref(jobId, boxId))}
        >
          <Words strong>{[room, name].filter((one) => one !== '').join(', ')}</Words>
          <Words size="fine" tone="text-soft">
            {[job, ...(circuit === '' ? [] : [`circuit ${circuit}`]), dayWords(updatedAt)].join(', ')}
          </Words>
        </Touch>
      ))}
    </Screen>
  );
}
