/** A change that makes no box: what was wrong and what is accepted. Nothing was changed. */
import { useRejected } from '../client/queries';
import { Notice } from '../parts/Notice';
import { Words } from '../parts/Words';

export function NotTaken({ boxId }: { readonly boxId: string }) {
  const problems = useRejected(boxId);
  if (problems.length === 0) return null;
  return (
    <Notice title="That was not taken" tone="over" live>
      {problems.map(({ field, accepted }) => (
        <Words key={field + accepted} testID="not-taken">
          {`${fieldWords(field)}: ${accepted}.`}
        </Words>
      ))}
      <Words tone="text-soft">Nothing was changed; the box stands as it was.</Words>
    </Notice>
  );
}

/** A field of the record in words: `box.items.3.label` is the label of an entry. */
function fieldWords(field: string): string {
  const last =
    field
      .split('.')
      .filter((part) => !/^\d+$/.test(part))
      .at(-1) ?? 'the change';
  const words = last.replace(/([A-Z])/g, ' $1').toLowerCase();
  return words.charAt(0).toUpperCase() + words.slice(1);
}
