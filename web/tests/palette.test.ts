import { describe, expect, it } from 'vitest';
import { colour, numbered } from '../src/lib/palette';

const sources: Record<string, string> = import.meta.glob('../src/**/*.{svelte,ts}', {
  query: '?raw',
  import: 'default',
  eager: true,
});

describe('the palette', () => {
  it('has each colour by its name, and refuses one that it does not have', () => {
    expect(colour('cut')).toMatch(/^#[0-9a-f]{6}$/);
    expect(new Set(numbered('candidate')).size).toBe(12);
    expect(numbered('candidate')[0]).toBe(colour('candidate-1'));
    expect(() => colour('gold')).toThrow('the palette has no gold');
  });

  it('is the only place where a colour is written, and every colour that is named is in it', () => {
    expect(Object.keys(sources).length).toBeGreaterThan(100);
    for (const [file, text] of Object.entries(sources)) {
      if (file.includes('/api/')) continue;
      expect(text.match(/#[0-9a-f]{6}\b/gi) ?? [], file).toEqual([]);
      for (const [, name] of text.matchAll(/var\(--color-([\w-]+)/g))
        expect(() => colour(name!), file).not.toThrow();
    }
  });
});
