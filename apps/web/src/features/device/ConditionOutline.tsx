import { MARK_KINDS, MARK_VIEWS, type ConditionMark } from '@udrel/core/facts';
import Close from '@mui/icons-material/Close';
import Button from '@mui/material/Button';
import { useState, type KeyboardEvent, type PointerEvent } from 'react';
import styles from './outline.module.css';

const WIDTH = 150;
const HEIGHT = 100;
const STEP = 0.05;
const inside = (value: number) => Math.min(1, Math.max(0, Math.round(value * 100) / 100));

/** What is drawn within the outline, so that one knows which way round it lies. */
export const OUTLINE_DETAIL: Readonly<Record<ConditionMark['view'], string>> = {
  top: 'M66 50a9 9 0 1 0 18 0a9 9 0 1 0 -18 0',
  inside: 'M14 8h122v42h-122zM14 58h122v18h-122zM58 80h34v13h-34z',
  underside: 'M14 12h5M131 12h5M14 88h5M131 88h5M72 12h5M72 88h5M38 24h74M38 30h74',
};

interface Props {
  marks: readonly ConditionMark[];
  /** Without it the marks are only shown. */
  change?: (marks: ConditionMark[]) => void;
}

/** Marks on the outline of a device: pressed with a finger, or set with arrows and Enter. Each has its number. */
export function ConditionOutline({ marks, change }: Props) {
  const [kind, setKind] = useState<ConditionMark['kind']>('scratch');
  const views = change ? MARK_VIEWS : MARK_VIEWS.filter((view) => marks.some((mark) => mark.view === view));
  return (
    <div>
      {change && (
        <label className={styles.kind}>
          Mark
          <select value={kind} onChange={(event) => setKind(event.target.value as ConditionMark['kind'])}>
            {MARK_KINDS.map((one) => (
              <option key={one}>{one}</option>
            ))}
          </select>
          <span className="sub">press where it is; by keyboard: arrows, then Enter</span>
        </label>
      )}
      <div className={styles.views}>
        {views.map((view) => (
          <Outline
            key={view}
            view={view}
            marks={marks}
            {...(change ? { add: (x: number, y: number) => change([...marks, { kind, view, x, y, note: '' }]) } : {})}
          />
        ))}
      </div>
      {marks.length > 0 && (
        <ol className={styles.marks}>
          {marks.map((mark, index) => (
            <li key={index}>
              {mark.kind}, {mark.view}
              {change && (
                <Button
                  size="small"
                  aria-label={`Remove mark ${index + 1}`}
                  onClick={() => change(marks.filter((_mark, n) => n !== index))}
                >
                  <Close fontSize="small" />
                </Button>
              )}
            </li>
          ))}
        </ol>
      )}
    </div>
  );
}

function Outline({
  view,
  marks,
  add,
}: {
  view: ConditionMark['view'];
  marks: readonly ConditionMark[];
  add?: (x: number, y: number) => void;
}) {
  const [cross, setCross] = useState<{ x: number; y: number } | null>(null);

  function press(event: KeyboardEvent): void {
    const at = cross ?? { x: 0.5, y: 0.5 };
    const move: Record<string, [number, number]> = {
      ArrowLeft: [-STEP, 0],
      ArrowRight: [STEP, 0],
      ArrowUp: [0, -STEP],
      ArrowDown: [0, STEP],
    };
    const step = move[event.key];
    if (step) setCross({ x: inside(at.x + step[0]), y: inside(at.y + step[1]) });
    else if (event.key === 'Enter') add?.(at.x, at.y);
    else return;
    event.preventDefault();
  }

  function point(event: PointerEvent<SVGSVGElement>): void {
    const box = event.currentTarget.getBoundingClientRect();
    add?.(inside((event.clientX - box.left) / box.width), inside((event.clientY - box.top) / box.height));
  }

  const own = marks.flatMap((mark, index) => (mark.view === view ? [{ ...mark, number: index + 1 }] : []));
  const label = `Outline, ${view}: ${own.map((mark) => `${mark.number} ${mark.kind}`).join(', ') || 'no marks'}`;
  const editing = add
    ? {
        tabIndex: 0,
        role: 'application',
        'aria-roledescription': 'outline to mark',
        onKeyDown: press,
        onPointerDown: point,
        onFocus: () => setCross({ x: 0.5, y: 0.5 }),
        onBlur: () => setCross(null),
      }
    : { role: 'img' };
  return (
    <figure className={styles.view}>
      <svg
        viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
        className={add ? styles.editable : undefined}
        aria-label={label}
        {...editing}
      >
        <rect x="1" y="1" width={WIDTH - 2} height={HEIGHT - 2} rx="5" className={styles.body} />
        <path d={OUTLINE_DETAIL[view]} className={styles.detail} />
        {own.map((mark) => (
          <g key={mark.number} transform={`translate(${mark.x * WIDTH} ${mark.y * HEIGHT})`}>
            <circle r="7" className={styles.mark} />
            <text textAnchor="middle" dy="3.2" fontSize="9">
              {mark.number}
            </text>
          </g>
        ))}
        {cross && (
          <path
            d={`M${cross.x * WIDTH - 7} ${cross.y * HEIGHT}h14M${cross.x * WIDTH} ${cross.y * HEIGHT - 7}v14`}
            className={styles.cross}
          />
        )}
      </svg>
      <figcaption className="sub">{view}</figcaption>
    </figure>
  );
}
