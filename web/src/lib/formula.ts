import { nth } from './nth';

/** Formulas of the glossary: numbers, slots in braces, + − · /, √(…) and parentheses. Undefined is null and stays so. */
export type Value = (slot: string) => number | null;

type Node = (value: Value) => number | null;

const JOINS: Record<string, (a: number, b: number) => number | null> = {
  '+': (a, b) => a + b,
  '−': (a, b) => a - b,
  '·': (a, b) => a * b,
  '/': (a, b) => (b === 0 ? null : a / b),
};

const joined =
  (left: Node, right: Node, join: (a: number, b: number) => number | null): Node =>
  (value) => {
    const a = left(value);
    const b = right(value);
    return a === null || b === null ? null : join(a, b);
  };

/** What computes a formula. @throws Error naming what cannot be read */
export function compile(formula: string): Node {
  const tokens = formula.match(/\{\w+\}|[\d.]+|[+−·/√()]/g) ?? [];
  if (tokens.join('') !== formula.replace(/\s/g, '')) throw new Error(`a formula cannot be read: ${formula}`);
  let at = 0;

  const chain = (operators: string, operand: () => Node): Node => {
    let node = operand();
    while (at < tokens.length && operators.includes(nth(tokens, at))) {
      const join = JOINS[nth(tokens, at++)]!;
      node = joined(node, operand(), join);
    }
    return node;
  };
  const sum = (): Node => chain('+−', () => chain('·/', factor));
  const factor = (): Node => {
    const token = tokens[at++];
    if (token === '√') {
      const inner = factor();
      return (value) => {
        const found = inner(value);
        return found === null ? null : Math.sqrt(found);
      };
    }
    if (token === '(') {
      const inner = sum();
      if (tokens[at++] !== ')') throw new Error(`a parenthesis stays open: ${formula}`);
      return inner;
    }
    if (token?.startsWith('{')) return (value) => value(token.slice(1, -1));
    const number = Number(token);
    if (token === undefined || Number.isNaN(number)) throw new Error(`a formula ends too soon: ${formula}`);
    return () => number;
  };

  const node = sum();
  if (at !== tokens.length) throw new Error(`a formula cannot be read: ${formula}`);
  return node;
}

/** The formula with each slot filled. */
export const filled = (formula: string, slot: (name: string) => string): string =>
  formula.replace(/\{(\w+)\}/g, (_, name: string) => slot(name));
