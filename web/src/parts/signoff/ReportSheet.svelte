<script lang="ts">
  import type { Paragraph } from '../../api/schema';

  interface Props {
    /** the page of a report, as the server made it */
    html: string;
    /** what a chapter that is pointed at offers, such as "write here" */
    offers?: string;
    chosen?: Paragraph | null;
    /** chapters that carry something, such as a remark */
    marked?: Paragraph[];
    onchapter?: (chapter: Paragraph) => void;
  }
  let { html, offers = '', chosen = null, marked = [], onchapter }: Props = $props();
  let host = $state<HTMLDivElement>();

  const EXTRA = `
    [data-paragraph] { position: relative; }
    .offered [data-paragraph]:hover { outline: 1px dashed var(--color-spruce); outline-offset: 6px; cursor: pointer; }
    .offered [data-paragraph]:hover::after { content: var(--offers); position: absolute; right: 0; top: -6px;
      font-size: 11px; background: var(--color-spruce-wash); color: var(--color-spruce); padding: 0 6px; }
    [data-paragraph].chosen { outline: 2px solid var(--color-spruce); outline-offset: 6px; }
    [data-paragraph].marked { border-right: 3px solid var(--color-cut); padding-right: 8px; }
    .foot { display: none; }
  `;

  /** The page stands in a tree of its own, so that its styles and those of the application do not meet. */
  $effect(() => {
    if (!host) return;
    const shadow = host.shadowRoot ?? host.attachShadow({ mode: 'open' });
    const page = new DOMParser().parseFromString(html, 'text/html');
    const styles = [...page.querySelectorAll('style')].map((s) => s.textContent ?? '').join('\n');
    const style = document.createElement('style');
    style.textContent = styles + EXTRA;
    const report = document.createElement('article');
    report.className = 'report';
    report.replaceChildren(...(page.querySelector('.report')?.childNodes ?? []));
    shadow.replaceChildren(style, report);
  });

  $effect(() => {
    const report = html && host?.shadowRoot?.querySelector('.report');
    if (!report) return;
    report.classList.toggle('offered', onchapter !== undefined);
    (report as HTMLElement).style.setProperty('--offers', `'${offers}'`);
    for (const section of report.querySelectorAll<HTMLElement>('[data-paragraph]')) {
      const name = section.dataset.paragraph as Paragraph;
      section.classList.toggle('chosen', name === chosen);
      section.classList.toggle('marked', marked.includes(name));
    }
  });

  $effect(() => {
    if (chosen && host) {
      host.shadowRoot?.querySelector(`[data-paragraph="${chosen}"]`)?.scrollIntoView({ block: 'nearest' });
    }
  });

  function clicked(event: MouseEvent) {
    const at = event.composedPath()[0];
    const section = at instanceof Element ? at.closest<HTMLElement>('[data-paragraph]') : null;
    if (section) onchapter?.(section.dataset.paragraph as Paragraph);
  }
</script>

<!-- svelte-ignore a11y_click_events_have_key_events, a11y_no_static_element_interactions -->
<div bind:this={host} onclick={clicked} data-report></div>
