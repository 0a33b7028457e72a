<script lang="ts">
  /** A number in a sentence. `factor` 100 shows a share in percent; with `optional` an empty field is null. */
  interface Props {
    value: number | null;
    label: string;
    width?: string;
    factor?: number;
    digits?: number;
    optional?: boolean;
    disabled?: boolean;
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
    placeholder = '',
    change,
  }: Props = $props();

  let refusal = $state<string | null>(null);
  const shown = $derived(
    value === null ? '' : (value * factor).toLocaleString('en-GB', { maximumFractionDigits: digits }),
  );

  function read(event: Event & { currentTarget: HTMLInputElement }) {
    const text = event.currentTarget.value.replaceAll(',', '').replace('−', '-').trim();
    refusal = null;
    if (text === '' && optional) return change(null);
    const number = Number(text);
    if (text === '' || !Number.isFinite(number)) {
      refusal = `${label}: “${event.currentTarget.value}” is no number; write it like 1,234.50`;
      return;
    }
    change(number / factor);
  }
</script>

<input
  class="field text-right font-sans not-italic"
  style:width
  value={shown}
  aria-label={label}
  aria-invalid={refusal !== null}
  inputmode="decimal"
  {placeholder}
  {disabled}
  onchange={read}
/>{#if refusal}<span class="refusal" role="alert">{refusal}</span>{/if}
