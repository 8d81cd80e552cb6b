<script lang="ts">
</script>

<svg width="30" height="18" viewBox="0 0 30 18" aria-hidden="true">
  <path d="M0 9h16" class="bar" />
  <path d="M13 9h10M23 5v8" class="whisker" />
  <path d="M26 1v16" class="post" />
</svg>

<style>
  svg {
    flex: none;
  }
  .bar {
    stroke: var(--ink);
    stroke-width: 5;
  }
  .whisker {
    stroke: var(--copper);
    stroke-width: 2;
    fill: none;
  }
  .post {
    stroke: var(--ink);
    stroke-width: 3;
  }
</style>
