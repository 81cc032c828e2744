import type { JobFacts } from '@udrel/core/facts';
import type { JobView } from '@udrel/contract/types';
import { toComeOut, toGoBack, type DisassemblyCounts } from '@udrel/core/disassembly';
import type { Entry } from './entries';

/** The job as the person left it: what is kept and not sent yet lies over what the server last said. */
export function withKept(job: JobView, entries: readonly Entry[]): JobView {
  return entries.filter((entry) => entry.tag === job.tag && entry.state === 'waiting').reduce(laidOver, job);
}

function laidOver(job: JobView, { subject, body, at }: Entry): JobView {
  const { snapshot } = job;
  switch (subject.kind) {
    case 'note': {
      const kept = {
        seq: -at,
        kind: 'note' as const,
        corrects: [],
        sentence: `Note: ${String(body['text'])}`,
        onto: null,
        by: 'kept here',
        at: new Date(at).toISOString(),
      };
      return { ...job, history: [kept, ...job.history] };
    }
    case 'fact': {
      const shown = { ...job, snapshot: { ...snapshot, facts: { ...snapshot.facts, [subject.key]: body['value'] } } };
      if (subject.key !== 'trial start') return shown;
      const trial = body['value'] as NonNullable<JobFacts['trial start']>;
      return { ...shown, trials: [...job.trials, { ...trial, by: 'kept here', at: new Date(at).toISOString() }] };
    }
    case 'disassembly': {
      const disassembly = snapshot.disassembly.map((item) =>
        item.id === subject.item ? { ...item, ...(body as unknown as DisassemblyCounts) } : item,
      );
      return { ...job, snapshot: { ...snapshot, disassembly } };
    }
    case 'whole disassembly': {
      const disassembly = snapshot.disassembly.map((item) => {
        if (body['way'] === 'out') return { ...item, out: item.out + toComeOut(item) };
        return body['way'] === 'none'
          ? { ...item, left: item.left + toComeOut(item) }
          : { ...item, back: toGoBack(item) };
      });
      return { ...job, snapshot: { ...snapshot, disassembly } };
    }
  }
}
