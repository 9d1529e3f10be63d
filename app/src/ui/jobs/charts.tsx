/** Charts, in a module of their own that is loaded when one is shown. */
import { BarChart } from 'react-native-gifted-charts';
import { Text } from 'react-native';
import { useColours } from '../theme/theme';
import { fullness, type Listed } from './box-list';
import { View } from '../parts/View';

interface FillBarsProps {
  readonly boxes: readonly Listed[];
  readonly width: number;
}

const STEP = 50;
const BAR = 22;
const GAP = 12;
const NAMES = 178;

/** A bar for each box, in per cent of its legal volume, with the line of 100 %. */
export default function FillBars({ boxes, width }: FillBarsProps) {
  const colours = useColours();
  const most = Math.max(100, ...boxes.map((one) => fullness(one) * 100));
  const top = Math.ceil((most + 10) / STEP) * STEP;
  const type = { color: colours.ink, fontFamily: 'Overpass_400Regular', fontSize: 13 };
  const height = boxes.length * (BAR + GAP) + GAP;
  return (
    <View className="flex-row">
      {/* Names as lines of text: the chart itself would write them sideways. */}
      <View style={{ width: NAMES, paddingTop: 66 }}>
        {boxes.map((one) => {
          const share = Math.round(fullness(one) * 100);
          const line = { ...type, height: BAR + GAP, lineHeight: BAR + GAP };
          return (
            <View key={one.box.id} className="flex-row">
              <Text numberOfLines={1} style={{ ...line, flex: 1 }}>
                {one.box.name}
              </Text>
              <Text style={{ ...line, fontFamily: 'Overpass_700Bold', paddingHorizontal: 4 }}>
                {`${one.counted.verdict === 'over' ? '▲' : ''}${share} %`}
              </Text>
            </View>
          );
        })}
      </View>
      <View style={{ marginLeft: -44 }}>
        <BarChart
          horizontal
          data={boxes.map((one) => {
            const share = Math.round(fullness(one) * 100);
            const over = one.counted.verdict === 'over';
            return {
              value: share,
              frontColor: over ? colours.over : colours.action,
            };
          })}
          yAxisLabelWidth={28}
          width={width - NAMES - 24}
          height={height}
          barWidth={BAR}
          spacing={GAP}
          initialSpacing={GAP / 2}
          maxValue={top}
          noOfSections={top / STEP}
          yAxisTextStyle={type}
          yAxisColor={colours.line}
          xAxisColor={colours.line}
          rulesColor={colours.hair}
          yAxisAtTop
          isAnimated={false}
          disableScroll
        />
      </View>
    </View>
  );
}
