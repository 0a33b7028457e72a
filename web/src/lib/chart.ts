import { LineChart } from 'echarts/charts';
import { GridComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';
import { colour } from './palette';

echarts.use([LineChart, GridComponent, SVGRenderer]);

/** One line of a pane. */
export interface Line {
  /** the candidate's, where it is one's */
  id?: number;
  name: string;
  points: [number, number][];
  colour: string;
  width: number;
  dash?: 'dashed' | 'dotted';
  /** opacity of the area below it */
  fill?: number;
  dots?: boolean;
  /** whether the pointer passes it over */
  silent?: boolean;
}

/** 95 % bounds drawn as a wash behind the chosen line. */
export interface Wash {
  colour: string;
  points: [number, number, number][];
}

/** One axis: what is divided by what, and from where to where; fitted to the lines where that is not said. */
export interface Axis {
  label: string;
  min?: number;
  max?: number;
  format: (value: number) => string;
}

const INK_2 = colour('ink-2');
const RULE = colour('rule');
const FONT = 'Public Sans Variable, Public Sans, system-ui, sans-serif';

export function options(
  x: Axis,
  y: Axis,
  lines: Line[],
  wash: Wash | null,
  zoom: [number, number] | null,
): echarts.EChartsCoreOption {
  const text = { color: INK_2, fontSize: 10.5, fontFamily: FONT };
  const series: object[] = lines.map((line) => ({
    name: line.name,
    type: 'line',
    data: line.points,
    showSymbol: line.dots === true,
    symbol: 'circle',
    symbolSize: 5,
    silent: true,
    animation: false,
    z: line.width > 1.5 ? 4 : 3,
    lineStyle: { color: line.colour, width: line.width, type: line.dash ?? 'solid' },
    itemStyle: { color: line.colour },
    ...(line.fill ? { areaStyle: { color: line.colour, opacity: line.fill } } : {}),
  }));
  if (wash) {
    const base = {
      type: 'line',
      showSymbol: false,
      silent: true,
      animation: false,
      stack: 'wash',
      lineStyle: { opacity: 0 },
      z: 1,
    };
    series.push({ ...base, data: wash.points.map(([at, low]) => [at, low]), stackStrategy: 'all' });
    series.push({
      ...base,
      data: wash.points.map(([at, low, high]) => [at, high - low]),
      stackStrategy: 'all',
      areaStyle: { color: wash.colour, opacity: 0.14 },
    });
  }
  const [min, max] = zoom ?? [x.min, x.max];
  const heights = zoom ? visible(lines, wash, zoom) : null;
  return {
    animation: false,
    grid: { left: 48, right: 14, top: 10, bottom: 34 },
    xAxis: {
      type: 'value',
      min,
      max,
      splitNumber: 5,
      name: x.label,
      nameLocation: 'middle',
      nameGap: 19,
      nameTextStyle: text,
      interval: zoom ? undefined : step(x),
      axisLabel: { ...text, formatter: x.format, hideOverlap: true },
      splitLine: { show: false },
      axisLine: { lineStyle: { color: RULE } },
      axisTick: { show: false },
    },
    yAxis: {
      type: 'value',
      min: heights ? undefined : y.min,
      max: heights ? undefined : y.max,
      ...(heights ?? {}),
      scale: heights !== null,
      splitNumber: 4,
      interval: heights ? undefined : step(y),
      axisLine: { show: false },
      axisTick: { show: false },
      axisLabel: { ...text, formatter: y.format },
      splitLine: { lineStyle: { color: RULE } },
    },
    series,
  };
}

/** Percentages are marked every 20. */
const step = (axis: Axis) => (axis.min === 0 && axis.max === 100 ? 20 : undefined);

/** The lowest and highest value within the zoomed part, with some air. */
function visible(lines: Line[], wash: Wash | null, [from, to]: [number, number]) {
  let low = Infinity;
  let high = -Infinity;
  const see = (at: number, ...values: number[]) => {
    if (at < from || at > to) return;
    low = Math.min(low, ...values);
    high = Math.max(high, ...values);
  };
  lines.filter((l) => l.width > 0.9).forEach((line) => line.points.forEach(([at, v]) => see(at, v)));
  wash?.points.forEach(([at, a, b]) => see(at, a, b));
  if (low > high) return null;
  const unit = 10 ** Math.floor(Math.log10(Math.max(high - low, Number.EPSILON)));
  return { min: Math.floor(low / unit) * unit, max: Math.ceil(high / unit) * unit };
}

export { echarts };
