<script lang="ts">
  import Input from 'flowbite-svelte/Input.svelte';
  import type { Dialect } from '../../api/schema';
  import Choice from '../Choice.svelte';
  import type { MannerProps } from './formats';

  const DELIMITERS = [
    [',', 'comma'],
    [';', 'semicolon'],
    ['\t', 'tab'],
    ['|', 'bar'],
    [' ', 'blank'],
  ];
  const ENCODINGS = [
    ['UTF_8', 'UTF-8'],
    ['UTF_8_MARKED', 'UTF-8 with \uFFFD for what cannot be read'],
    ['LATIN_1', 'Latin-1 (Windows-1252)'],
    ['UTF_16LE', 'UTF-16, little end first'],
    ['UTF_16BE', 'UTF-16, big end first'],
  ];

  let { preview, choose }: MannerProps = $props();
  const dialect = $derived(preview.dialect);
  const correct = (change: Partial<Dialect>) =>
    dialect ? choose({ dialect: { ...dialect, ...change } }) : undefined;
</script>

{#if dialect}<p>
    Fields end with a
    <Choice
      class="field"
      aria-label="Delimiter"
      value={dialect.delimiter}
      onpick={(to) => correct({ delimiter: to })}
    >
      {#each DELIMITERS as [value, words] (value)}<option {value}>{words}</option>{/each}
    </Choice>{#if dialect.delimiter !== ' '}, blanks around them
      <Choice
        class="field"
        aria-label="Blanks around fields"
        value={String(dialect.padded)}
        onpick={(to) => correct({ padded: to === 'true' })}
      >
        <option value="false">belong to them</option><option value="true">are left out</option>
      </Choice>{/if}, quotes are
    <Choice class="field" aria-label="Quote" value={dialect.quote} onpick={(to) => correct({ quote: to })}>
      <option value="&quot;">"</option><option value="'">'</option>
    </Choice>, letters are written in
    <Choice
      class="field"
      aria-label="Encoding"
      value={dialect.encoding}
      onpick={(to) => correct({ encoding: to as Dialect['encoding'] })}
    >
      {#each ENCODINGS as [value, words] (value)}<option {value}>{words}</option>{/each}
    </Choice>, decimals with a
    <Choice
      class="field"
      aria-label="Decimal mark"
      value={dialect.decimalGuessed ? '' : dialect.decimal}
      onpick={(to) => correct({ decimal: to, decimalGuessed: false })}
    >
      {#if dialect.decimalGuessed}<option value="">mark that no number tells yet</option>{/if}
      <option value=".">point</option><option value=",">comma</option>
    </Choice>,
    <Input
      class="field n font-sans! not-italic!"
      style="width: 60px"
      type="number"
      min="0"
      max="1000"
      aria-label="Lines left out at the top"
      value={dialect.above}
      onchange={(e) => correct({ above: Number(e.currentTarget.value) })}
    />
    {dialect.above === 1 ? 'line at the top is' : 'lines at the top are'} left out, and the next one
    <Choice
      class="field"
      aria-label="Header"
      value={String(dialect.header)}
      onpick={(to) => correct({ header: to === 'true' })}
    >
      <option value="true">names the columns</option><option value="false">is a record already</option>
    </Choice>.
  </p>{/if}
