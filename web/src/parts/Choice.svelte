<script lang="ts">
  import Select from 'flowbite-svelte/Select.svelte';
  import type { Snippet } from 'svelte';
  import { Shown } from '../lib/shown.svelte';

  /** One of several; the options are its children, and none stands for “nothing chosen” unless one of them does. */
  interface Props {
    value?: unknown;
    /**
     * Takes what somebody picks instead of a binding. Until what it gives back has ended the pick is shown, then `value` again: the new
     * one where the pick was taken, the old one where it was refused.
     */
    onpick?: (value: string) => unknown;
    /** whose choice it is, where one field stands for several in turn */
    of?: unknown;
    onchange?: () => void;
    class?: string;
    id?: string;
    title?: string;
    disabled?: boolean;
    required?: boolean;
    'aria-label'?: string;
    'aria-invalid'?: boolean;
    children: Snippet;
  }
  let {
    value = $bindable(),
    onpick,
    onchange,
    of,
    class: look = 'field',
    children,
    ...rest
  }: Props = $props();

  /** whether it stands below its label */
  const below = $derived(look.split(' ').includes('block'));
  const shown = new Shown<unknown>(
    () => (onpick ? (value ?? '') : value),
    () => of,
  );
</script>

<Select
  bind:value={() => shown.value, (to) => !onpick && (value = to)}
  onchange={(e) => {
    const to = e.currentTarget.value;
    if (onpick) void shown.show(to, () => onpick(to));
    else onchange?.();
  }}
  placeholder=""
  class={below ? 'block' : ''}
  classes={{ select: look }}
  {...rest}>{@render children()}</Select
>
