import type { JobEvent } from '@udrel/contract/events';
import { stepOfFact } from '@udrel/core/facts';
import { targetName } from '@udrel/core/layout';
import type { StepId } from '@udrel/core/stations';

/** The step at which somebody was who stamped this; null for what is none of its steps. */
export function stepOf(event: JobEvent): StepId | null {
  switch (event.kind) {
    case 'fact recorded':
      return stepOfFact(event.data.key, false);
    case 'drive reserved':
      return `reserve ${targetName(event.data.on)}`;
    case 'memory reserved':
      return 'reserve memory';
    case 'quote accepted':
      return 'agree price';
    case 'plan accepted':
      return 'accept plan';
    case 'prepared':
      return 'prepare';
    case 'run began':
      return event.data.kind === 'copy' ? 'begin copy' : null;
    case 'run ended':
      return event.data.kind === 'copy' ? 'end copy' : null;
    case 'read back':
      return 'read back';
    case 'whole disassembly counted':
      return event.data.way === 'out' ? 'strip down' : 'close up';
    case 'disassembly tapped':
      return event.data.way === 'in' ? 'close up' : 'strip down';
    case 'closed':
      return 'close job';
    default:
      return null;
  }
}
