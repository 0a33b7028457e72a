<script lang="ts">
  import Checkbox from 'flowbite-svelte/Checkbox.svelte';
  import type { Snippet } from 'svelte';
  import { Shown } from '../lib/shown.svelte';

  /** A box whose change somebody else takes or refuses; when what `onpick` gives back has ended, `checked` is shown again. */
  interface Props {
    checked: boolean;
    onpick: (checked: boolean) => unknown;
    disabled?: boolean;
    'aria-label'?: string;
    children?: Snippet;
  }
  let { checked, onpick, children, ...rest }: Props = $props();

  const shown = new Shown(() => checked);
</script>

<Checkbox
  bind:checked={() => shown.value, (to) => void shown.show(to, () => onpick(to))}
  {children}
  {...rest}
/>
