import type { ThemeConfig } from 'flowbite-svelte';

const bare =
  'inline rounded-none bg-transparent p-0 text-start text-[length:inherit] leading-[inherit] font-normal text-inherit hover:bg-transparent hover:text-inherit focus-within:ring-0';

/** What every component of the library looks like here; `app.css` says what a `chip`, an `action` and a `field` are. */
export const theme: ThemeConfig = {
  button: { base: bare },
  input: { base: 'static', input: 'field inline-block w-auto' },
  select: { base: 'static inline-block w-auto', select: 'field inline-block w-auto' },
  textarea: { div: 'static', wrapper: 'field block' },
  fileupload: { base: 'field inline-block w-auto' },
  checkbox: { base: 'tick', div: 'inline-flex items-center' },
  label: 'text-inherit font-normal text-[length:inherit]',
  progressbar: { base: 'inline-block shrink-0 rounded-xs bg-rule', inside: 'rounded-xs bg-spruce' },
  table: { div: 'static overflow-visible', table: 'text-inherit' },
};
