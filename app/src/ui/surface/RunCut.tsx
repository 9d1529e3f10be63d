/** How a run of raceway is cut and what it takes; what is wrong with it in words. */
import type { Surface } from '@dense-pack/core/box/surface';
import { lengthOf } from '@dense-pack/core/box/texts';
import { type Length, showInches } from '@dense-pack/core/quantity/length';
import { fittingsOf, type SurfaceRun, surfaceWords } from '@dense-pack/core/space/surface';
import { Choice } from '../parts/Choice';
import { Notice } from '../parts/Notice';
import { Stepper } from '../parts/Press';
import { Words } from '../parts/Words';
import type { ChangeSurface } from './SurfacePanel';
import { View } from '../parts/View';

const tape = (length: number) => `${showInches(Math.round(length) as Length)} in`;

const counted = (many: number, what: string) => `${many} ${what}${many === 1 ? '' : 's'}`;

const STOCKS = [
  { value: '120 in', label: '10 ft' },
  { value: '60 in', label: '5 ft' },
] as const;

export function RunCut({
  surface,
  run,
  onSurface,
}: {
  readonly surface: Surface;
  readonly run: SurfaceRun;
  readonly onSurface: ChangeSurface;
}) {
  const { cut, nested } = run;
  return (
    <>
      {run.problems.length > 0 && (
        <Notice title="It cannot be cut like this" tone="over" live>
          {run.problems.map((problem) => surfaceWords(problem, tape)).join(' ')}
        </Notice>
      )}
      <Choice
        title="Sold in lengths of"
        options={STOCKS}
        value={STOCKS.find(({ value }) => value === surface.stock)?.value}
        always
        even
        onChoose={(stock) => stock && onSurface((now) => ({ ...now, stock }))}
      />
      <View className="flex-row flex-wrap gap-4">
        <View className="gap-1">
          <Words size="fine" strong>
            Wires
          </Words>
          <Stepper
            label="Wires"
            value={surface.wires}
            least={1}
            most={40}
            onChange={(wires) => onSurface((now) => ({ ...now, wires }))}
          />
        </View>
        <View className="gap-1">
          <Words size="fine" strong>
            The maker’s sheet takes
          </Words>
          <Stepper
            label="The maker’s sheet takes"
            value={surface.holds ?? 0}
            most={200}
            onChange={(holds) =>
              onSurface(({ holds: _held, ...now }) => (holds === 0 ? now : { ...now, holds }))
            }
          />
        </View>
      </View>
      {run.overfull === true && (
        <Notice title={`${surface.wires} wires are more than the maker’s sheet takes`} tone="over">
          Take a larger raceway, or fewer wires (386.22).
        </Notice>
      )}
      {run.overfull === undefined && surface.legs.length > 0 && (
        <Words size="fine" tone="text-soft">
          How many wires it holds stands on the maker’s sheet: not checked until it is told.
        </Words>
      )}
      {cut && nested && (
        <View className="gap-2 rounded-card border border-hair bg-sheet p-3">
          <Words heading={2} strong>
            Cut
          </Words>
          {run.straights.map(({ from, to }, nth) => (
            <View key={nth} className="flex-row justify-between gap-2">
              <Words className="shrink">{`${from.what} to ${to.what}`}</Words>
              <Words mono strong>
                {tape(lengthOf(cut.pieces[nth]?.cut ?? '0 in'))}
              </Words>
            </View>
          ))}
          <Words>
            {`${nested.lengths.length} ${nested.lengths.length === 1 ? 'length' : 'lengths'} of ${tape(lengthOf(surface.stock))}: ${nested.lengths
              .map((pieces) => pieces.map((piece) => tape(run.pieces[piece] ?? 0)).join(' + '))
              .join('; ')}. ${tape(run.waste)} is left over.`}
          </Words>
          <Words>
            {`${Object.entries(fittingsOf(run))
              .map(([what, many]) => `${many} ${what}`)
              .join(', ')}; ${counted(cut.supports, 'strap')}, ${counted(cut.bushings, 'bushing')}.`}
          </Words>
          <Words>{`Each of ${surface.wires} wires ${tape(run.wire)}, with ${surface.tails} at each end.`}</Words>
          {run.switches.map((height) => (
            <Words key={height}>{`Switch at ${tape(height)} to the centre.`}</Words>
          ))}
          <Words>
            {run.bonded === 1
              ? 'The starter is bonded.'
              : `${run.bonded} metal boxes, the starter among them, are bonded.`}
          </Words>
        </View>
      )}
      {run.hung.map(({ node, joist }, nth) => (
        <Notice
          key={nth}
          title={`The ${node.what} wants a box rated for it, on a joist or brace (314.27)`}
          tone="unknown"
        >
          {joist === undefined
            ? 'Find the joist first.'
            : joist === 0
              ? 'It lies under a joist.'
              : `The nearest joist is ${tape(Math.abs(joist))} to the ${joist > 0 ? 'right' : 'left'}.`}
        </Notice>
      ))}
      <Words size="fine" tone="text-soft">
        The maker’s sheet says what goes over a tongue and how far a fitting reaches. Deburr and bush every
        cut. Power off and proved dead first.
      </Words>
    </>
  );
}
