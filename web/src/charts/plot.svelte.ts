import { untrack } from 'svelte';
import { echarts, options } from '../lib/chart';
import type { Drawing } from './parts';

type Zoom = [number, number] | null;

/** A drawing on the screen: from its own places to pixels and back. */
export class Plot {
  #chart: ReturnType<typeof echarts.init> | undefined;
  #frame: HTMLElement | undefined;
  #drawing: Drawing | undefined;
  #zoom: Zoom = null;
  /** counts what has to be placed anew */
  #redrawn = $state(0);

  /** Takes a frame; gives back what lets it go. */
  mount(frame: HTMLElement): () => void {
    this.#frame = frame;
    this.#chart = echarts.init(frame, null, { renderer: 'svg' });
    const watch = new ResizeObserver(() => {
      this.#chart?.resize();
      this.#redrawn++;
    });
    watch.observe(frame);
    return () => {
      watch.disconnect();
      this.#chart?.dispose();
      this.#chart = undefined;
    };
  }

  draw(drawing: Drawing, zoom: Zoom): void {
    this.#drawing = drawing;
    this.#zoom = zoom;
    this.#chart?.setOption(options(drawing.x, drawing.y, drawing.lines, drawing.wash, zoom), {
      notMerge: true,
    });
    untrack(() => this.#redrawn++);
  }

  /** of the frame, in pixels */
  get width(): number {
    void this.#redrawn;
    return this.#frame?.clientWidth || Infinity;
  }

  get height(): number {
    void this.#redrawn;
    return this.#frame?.clientHeight || 0;
  }

  /** null outside the part that is shown */
  pixel(x: number, y: number | null): { across: number | null; up: number | null } {
    void this.#redrawn;
    const [low, high] = this.#zoom ?? [-Infinity, Infinity];
    if (!this.#chart || x < low || x > high) return { across: null, up: null };
    const found = this.#chart.convertToPixel({ xAxisIndex: 0, yAxisIndex: 0 }, [x, y ?? 0]) as
      [number, number] | undefined;
    if (!found || !Number.isFinite(found[0])) return { across: null, up: null };
    return { across: found[0], up: y === null || !Number.isFinite(found[1]) ? null : found[1] };
  }

  /** Where along its axis somebody points; null beside it. */
  across(event: PointerEvent | MouseEvent): number | null {
    if (!this.#chart || !this.#frame || !this.#drawing) return null;
    const box = this.#frame.getBoundingClientRect();
    const x = this.#chart.convertFromPixel({ xAxisIndex: 0 }, event.clientX - box.left) as number | undefined;
    const { min = -Infinity, max = Infinity } = this.#drawing.x;
    const [low, high] = this.#zoom ?? [min, max];
    return x === undefined || x < low || x > high ? null : x;
  }

  /** As a vector drawing, in pixels. */
  get svg(): { svg: string; width: number; height: number } {
    const chart = this.#chart!;
    return {
      svg: chart.renderToSVGString({ useViewBox: false }),
      width: chart.getWidth(),
      height: chart.getHeight(),
    };
  }
}
