import { useDraggable } from '@dnd-kit/core';
import type { DiaryPiece, VisitView } from '@udrel/contract/types';
import { clock, duration, moment } from '../../format/time';
import type { Axis } from './axis';
import styles from './diary.module.css';

/** Something that can be moved: a job by what comes next of it, or a visit. */
export interface Movable {
  tag: string;
  /** When it stands there now. */
  from: string;
  customer: string;
  /** The version of the job; null for a visit. */
  version: number | null;
  /** When it was agreed that a job begins. */
  agreedAt: string | null;
  visit: VisitView | null;
}

/** How wide a block must be to have its tag on it, share of the axis. */
const NAMED = 0.055;
/** The same with the mark of what is late. */
const MARKED = 0.07;

interface BlockProps {
  axis: Axis;
  line: number;
  chosen: boolean;
  choose: () => void;
}

/** A stretch of work: hands are solid, what runs by itself is hatched. */
export function PieceBlock({ piece, ...block }: BlockProps & { piece: DiaryPiece }) {
  const { tag, customer, what, kind, from, until, late, agreedAt, version } = piece;
  const minutes = (Date.parse(until) - Date.parse(from)) / 1000;
  const name = `${tag} ${customer}: ${what}, ${moment(from)}, ${duration(minutes)}${late ? ', late' : ''}`;
  const look = [
    styles.block,
    kind === 'hands' ? styles.hands : styles.alone,
    late && styles.late,
    agreedAt !== null && styles.agreed,
  ];
  const wide = at(block.axis, until) - at(block.axis, from);
  const shown = wide < NAMED ? '' : `${tag}${late && wide > MARKED ? ' ✕' : ''}`;
  if (version === null) return <Still {...block} {...{ name, look, shown, from, until }} />;
  return (
    <Moved
      {...block}
      {...{ name, look, shown, from, until }}
      movable={{ tag, from, customer, version, agreedAt, visit: null }}
      id={`piece ${tag}`}
    />
  );
}

/** Minutes that a visit at the counter takes, as it is drawn. */
const COUNTER = 20;

/** A visit that is agreed. */
export function VisitBlock({ visit, ...block }: BlockProps & { visit: VisitView }) {
  const { tag, customer, at, note } = visit;
  const until = new Date(Date.parse(at) + COUNTER * 60_000).toISOString();
  const name = `${tag} ${customer} comes at ${clock(at)}${note ? `: ${note}` : ''}`;
  return (
    <Moved
      {...block}
      {...{ name, from: at, until, shown: `${clock(at)} ${customer}`, look: [styles.block, styles.visit] }}
      movable={{ tag, from: at, customer, version: null, agreedAt: null, visit }}
      id={`visit ${tag}`}
    />
  );
}

interface Drawn extends BlockProps {
  name: string;
  look: (string | false | undefined)[];
  shown: string;
  from: string;
  until: string;
}

const at = (axis: Axis, moment: string) => axis.at(Date.parse(moment));

function placed({ axis, line, from, until }: Pick<Drawn, 'axis' | 'line' | 'from' | 'until'>) {
  const [left, right] = [at(axis, from), at(axis, until)];
  return { left: `${left * 100}%`, width: `${(right - left) * 100}%`, top: line * 30 + 3 };
}

function Still({ name, look, shown, chosen, choose, ...block }: Drawn) {
  const style = placed(block);
  return (
    <button
      type="button"
      aria-label={name}
      title={name}
      aria-pressed={chosen}
      className={look.filter(Boolean).join(' ')}
      style={style}
      onClick={choose}
    >
      {shown}
    </button>
  );
}

function Moved({ id, movable, name, look, shown, chosen, choose, ...block }: Drawn & { id: string; movable: Movable }) {
  const { attributes, listeners, setNodeRef, transform, isDragging } = useDraggable({ id, data: { movable } });
  const style = placed(block);
  const visit = movable.visit !== null;
  return (
    <button
      {...attributes}
      {...listeners}
      ref={setNodeRef}
      type="button"
      aria-label={name}
      title={name}
      aria-pressed={chosen}
      className={[...look, styles.movable, isDragging && styles.dragged].filter(Boolean).join(' ')}
      style={{
        ...style,
        ...(visit ? { width: 'max-content' } : {}),
        ...(transform ? { transform: `translateX(${transform.x}px)` } : {}),
      }}
      onClick={choose}
    >
      {shown}
    </button>
  );
}
