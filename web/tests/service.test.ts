import { describe, expect, it } from 'vitest';
import type { Proof, ReleaseView } from '../src/api/schema';
import { call, power, proven, size, inService } from '../src/lib/service';

const proof = (greatest: number): Proof => ({
  records: 9240,
  odd: 240,
  refused: 0,
  greatest,
  allowed: 1e-9,
  on: 'PostgreSQL 15',
  fault: null,
});

describe('a release', () => {
  it('says how near a form comes, rounded up', () => {
    expect(proven(proof(0))).toBe('9,240, to the bit');
    expect(proven(proof(1.2e-15))).toBe('9,240, within 2\u00a0·\u00a010⁻¹⁵');
    expect(power(2e-16)).toBe('2\u00a0·\u00a010⁻¹⁶');
    expect(power(9.5e-13)).toBe('1\u00a0·\u00a010⁻¹²');
  });

  it('tells sizes as people say them', () => {
    expect([size(640), size(22_300), size(11_940_000)]).toEqual(['640 B', '22 kB', '11.9 MB']);
  });

  it('gives a call that a shell takes, whatever the values hold', () => {
    const told = call('http://localhost', 3, { name: "O'Neil", age: null });
    expect(told).toContain('curl http://localhost/score/3 ');
    expect(told).toContain(String.raw`-d '{"name":"O'\''Neil","age":null}'`);
  });

  it('shows the version that decides, else the newest', () => {
    const of = (id: number, state: ReleaseView['state']) => ({ id, state }) as ReleaseView;
    expect(inService([of(3, 'PAUSED'), of(2, 'IN_SERVICE')])?.id).toBe(2);
    expect(inService([of(3, 'ENDED'), of(2, 'SUPERSEDED')])?.id).toBe(3);
    expect(inService([])).toBeNull();
  });
});
