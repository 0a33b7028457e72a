import { nth } from './nth';

interface Movable {
  keysOpen: boolean;
  moveBy(share: number): void;
  chooseNext(step: number): void;
  overlayTraining(): void;
  changeDensity(): void;
}

/** What every key does, for the list that "?" shows. */
export const KEY_LIST: [string, string][] = [
  ['[  ]', 'cut up or down the ranking by 1 point'],
  ['Shift + [  ]', 'the same by 0.1 point'],
  ['j  k', 'next and previous candidate'],
  ['1 – 8', 'go to a stage'],
  ['o', 'overlay training'],
  ['d', 'rows of one line or of two'],
  ['.', 'pin what the pointer or the focus is on to the report'],
  ['/', 'find a column'],
  ['Ctrl + Z', 'undo the last change of columns'],
  ['?', 'this list'],
];

/** Handles a key unless somebody is typing. */
export function keys(
  event: KeyboardEvent,
  desk: Movable,
  stages: string[],
  go: (path: string) => void,
  pin: () => void,
): void {
  const typing =
    event.target instanceof HTMLElement && event.target.closest('input, textarea, select, [contenteditable]');
  if (typing || event.ctrlKey || event.metaKey || event.altKey) return;
  const step = event.shiftKey ? 0.001 : 0.01;
  if (event.code === 'BracketLeft' || event.key === '[' || event.key === '{') desk.moveBy(-step);
  else if (event.code === 'BracketRight' || event.key === ']' || event.key === '}') desk.moveBy(step);
  else if (event.key === 'j') desk.chooseNext(1);
  else if (event.key === 'k') desk.chooseNext(-1);
  else if (event.key === 'o') desk.overlayTraining();
  else if (event.key === 'd') desk.changeDensity();
  else if (event.key === '.') pin();
  else if (event.key === '?') desk.keysOpen = true;
  else if (/^[1-9]$/.test(event.key) && stages[Number(event.key) - 1] !== undefined)
    go(nth(stages, Number(event.key) - 1));
  else return;
  event.preventDefault();
}
