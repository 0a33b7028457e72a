<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  /** A number in a sentence. `factor` 100 shows a share in percent; with `optional` an empty field is null. */
  interface Props {
    value: number | null;
    label: string;
    width?: string;
    factor?: number;
    digits?: number;
    optional?: boolean;
    disabled?: boolean;
    /** whether a number counts while it is typed, shortly after */
    live?: boolean;
    placeholder?: string;
    change: (value: number | null) => void;
  }
  let {
    value,
    label,
    width = '72px',
    factor = 1,
    digits = 2,
    optional = false,
    disabled = false,
    live = false,
    placeholder = '',
    change,
  }: Props = $props();

  let refusal = $state<string | null>(null);
  const shown = $derived(
    value === null ? '' : (value * factor).toLocaleString('en-GB', { maximumFractionDigits: digits }),
  );

  const SHORTLY = 350;
  let soon: ReturnType<typeof setTimeout> | undefined;

  function typed(event: Event) {
    if (!live) return;
    const field = event.target as HTMLInputElement;
    clearTimeout(soon);
    // a number that may go on after its point waits
    if (/\.0*$/.test(field.value)) return;
    soon = setTimeout(() => field.isConnected && parse(field), SHORTLY);
  }

  function read(event: Event & { currentTarget: HTMLInputElement }) {
    clearTimeout(soon);
    parse(event.currentTarget);
  }

  function parse(field: HTMLInputElement) {
    const text = field.value.replaceAll(',', '').replace('−', '-').trim();
    refusal = null;
    if (text === '' && optional) return value === null ? undefined : change(null);
    const number = Number(text);
    if (text === '' || !Number.isFinite(number)) {
      refusal = `${label}: “${field.value}” is no number; write it like 1,234.50`;
      return;
    }
    if (number / factor !== value) change(number / factor);
  }
</script>

<span class="inline-flex"
  ><Input
    class="field text-right font-sans! not-italic!"
    style="width: {width}"
    value={shown}
    aria-label={label}
    aria-invalid={refusal !== null}
    inputmode="decimal"
    {placeholder}
    {disabled}
    onchange={read}
    oninput={typed}
  /></span
>{#if refusal}<span class="refusal" role="alert">{refusal}</span>{/if}
