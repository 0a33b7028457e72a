<main class="p-8">
  <h1>There is no such page</h1>
  <p class="mt-2"><a class="underline" href="/">Back to the briefs</a></p>
</main>
