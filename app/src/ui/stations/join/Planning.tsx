/** While a box is planned, or where it could not be. */
import { Loading, Notice } from '../../parts/Notice';

export function Planning({ failed }: { readonly failed: string | undefined }) {
  if (failed === undefined) return <Loading what="the plan" />;
  return (
    <Notice title="This box could not be planned here" tone="over" live>
      {`Nothing was changed. ${failed}`}
    </Notice>
  );
}
