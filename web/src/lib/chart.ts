import { LineChart } from 'echarts/charts';
import { GridComponent, TooltipComponent } from 'echarts/components';
import * as echarts from 'echarts/core';
import { SVGRenderer } from 'echarts/renderers';

echarts.use([LineChart, GridComponent, TooltipComponent, SVGRenderer]);

/** One line of a pane; x is depth in percent. */
export interface Line {
  name: string;
  points: [number, number][];
  colour: string;
  width: number;
  dash?: 'dashed' | 'dotted';
}

/** 95 % bounds drawn as a wash behind the chosen line. */
export interface Wash {
  colour: string;
  points: [number, number, number][];
}

const INK_2 = '#5b646b';
const RULE = '#dcd6c8';
const FONT = '"Public Sans Variable", system-ui, sans-serif';

export function options(
  lines: Line[],
  wash: Wash | null,
  axis: (value: number) => string,
  range: [number, number] | null,
): echarts.EChartsCoreOption {
  const text = { color: INK_2, fontSize: 10.5, fontFamily: FONT };
  const series: object[] = lines.map((line) => ({
    name: line.name,
    type: 'line',
    data: line.points,
    showSymbol: false,
    silent: true,
    animation: false,
    z: line.width > 1.5 ? 4 : 3,
    lineStyle: { color: line.colour, width: line.width, type: line.dash ?? 'solid' },
    itemStyle: { color: line.colour },
  }));
  if (wash) {
    const base = {
      type: 'line',
      showSymbol: false,
      silent: true,
      animation: false,
      stack: 'wash',
      lineStyle: { opacity: 0 },
      tooltip: { show: false },
      z: 1,
    };
    series.push({ ...base, data: wash.points.map(([x, low]) => [x, low]), stackStrategy: 'all' });
    series.push({
      ...base,
      data: wash.points.map(([x, low, high]) => [x, high - low]),
      stackStrategy: 'all',
      areaStyle: { color: wash.colour, opacity: 0.14 },
    });
  }
  return {
    animation: false,
    grid: { left: 46, right: 12, top: 12, bottom: 22 },
    xAxis: {
      type: 'value',
      min: 0,
      max: 100,
      interval: 20,
      axisLabel: text,
      splitLine: { show: false },
      axisLine: { lineStyle: { color: RULE } },
      axisTick: { show: false },
    },
    yAxis: {
      type: 'value',
      ...(range ? { min: range[0], max: range[1], interval: (range[1] - range[0]) / 5 } : {}),
      splitNumber: 4,
      axisLine: { show: false },
      axisTick: { show: false },
      axisLabel: { ...text, formatter: axis },
      splitLine: { lineStyle: { color: RULE } },
    },
    series,
  };
}

export { echarts };
