<script lang="ts">
  import Select from 'flowbite-svelte/Select.svelte';
  import type { Snippet } from 'svelte';
  import type { ChangeEventHandler } from 'svelte/elements';

  /** One of several; the options are its children, and none stands for “nothing chosen” unless one of them does. */
  interface Props {
    value?: unknown;
    class?: string;
    id?: string;
    title?: string;
    disabled?: boolean;
    required?: boolean;
    onchange?: ChangeEventHandler<HTMLSelectElement>;
    'aria-label'?: string;
    'aria-invalid'?: boolean;
    children: Snippet;
  }
  let { value = $bindable(), class: look = 'field', children, ...rest }: Props = $props();

  /** whether it stands below its label */
  const below = $derived(look.split(' ').includes('block'));
</script>

<Select bind:value placeholder="" class={below ? 'block' : ''} classes={{ select: look }} {...rest}
  >{@render children()}</Select
>
