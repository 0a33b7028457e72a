import { describe, expect, it } from 'vitest';
import { limits } from '../src/lib/limits';

describe('what limits every kind', () => {
  const words = { records: 'trips', events: 'frauds', acting: 'hold', currency: '€' };
  const inputs = (many: number, missing: number) =>
    Array.from({ length: many }, () => ({ input: true, records: 1000, missing }));
  const aside = { input: false, records: 1000, missing: 1000 };

  it('is named by what is rarer, and by values that are missing', () => {
    expect(limits({ records: 1000, events: 60 }, [...inputs(20, 0), aside], words)).toMatch(
      /60 frauds for 20 inputs, 3 each, where 10 are usual/,
    );
    expect(limits({ records: 1000, events: 970 }, inputs(8, 0), words)).toContain(
      '30 trips that are no frauds for 8 inputs, 3.75 each',
    );
    expect(limits({ records: 9000, events: 900 }, [...inputs(4, 400), aside], words)).toBe(
      "What limits every kind here: 40.0 % of the inputs' values are missing.",
    );
  });

  it('is nothing where there are events enough and values', () => {
    expect(limits({ records: 9000, events: 900 }, [...inputs(20, 100), aside], words)).toBeNull();
    expect(limits({ records: 9000, events: 1 }, [aside], words)).toBeNull();
  });
});
