<script lang="ts">
  import { findingText } from '../../../core/board/evaluate.ts';
  import type { Finding } from '../../../core/board/wiring.ts';
  import type { BoardSession } from '$lib/state/board-session.svelte.ts';

  /** A finding in words; what would help is looked for beside the page and comes after. */
  let { session, finding }: { session: BoardSession; finding: Finding } = $props();
  let stage = $derived(session.sum.byId.get(finding.stage ?? ''));
  let check = $derived(stage?.judged.dead ? undefined : stage?.checks.find((c) => c.id === finding.check));
  $effect(() => (stage && check ? session.mender.look(session.sum, [[stage.id, check.id]]) : undefined));
  let text = $derived(
    stage && check ? findingText(stage, check, session.mender.of(session.doc, stage.id, check.id)?.help ?? '', finding.follows) : finding.text,
  );
</script>

{text}
