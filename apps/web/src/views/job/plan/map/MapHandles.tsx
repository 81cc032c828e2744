import {
  closestCenter,
  DndContext,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import type { DragEndEvent } from '@dnd-kit/core';
import { COLUMN, RIGHT } from './MapBlocks';
import type { Block } from './map-geometry';

interface Props {
  /** The blocks of one drive whose places can be changed, as they are drawn. */
  blocks: readonly { id: string; name: string; block: Block }[];
  /** How large the drawing is on the screen against its own measures. */
  scale: () => number;
  move: (id: string, place: string) => void;
}

/**
 * Handles by which partitions are dragged to the place of another, over the drawing. By keyboard the same is done with the
 * buttons of what is selected.
 */
export default function MapHandles({ blocks, scale, move }: Props) {
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 4 } }));
  const end = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id) move(String(active.id), String(over.id));
  };
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      onDragEnd={end}
      accessibility={{ container: document.body }}
    >
      {blocks.map((one) => (
        <Handle key={one.id} {...one} scale={scale} />
      ))}
    </DndContext>
  );
}

/** What is measured of a drawn element is what is measured of any other. */
const asBox = (take: (node: HTMLElement | null) => void) => take as unknown as (node: SVGElement | null) => void;

function Handle({ id, name, block, scale }: Props['blocks'][number] & Pick<Props, 'scale'>) {
  const { setNodeRef, listeners, transform } = useDraggable({ id });
  const { setNodeRef: setPlace, isOver, active } = useDroppable({ id });
  const over = isOver && active?.id !== id;
  const down = transform ? transform.y / scale() : 0;
  return (
    <>
      <rect
        ref={asBox(setPlace)}
        x={RIGHT}
        y={block.y}
        width={COLUMN}
        height={block.height}
        rx="3"
        fill={over ? 'var(--petrol-soft)' : 'none'}
        fillOpacity="0.6"
        stroke={over ? 'var(--petrol)' : 'none'}
        strokeWidth="3"
        pointerEvents="none"
      />
      <g
        ref={asBox(setNodeRef)}
        {...listeners}
        data-handle={id}
        transform={`translate(0 ${down})`}
        style={{ cursor: transform ? 'grabbing' : 'grab', touchAction: 'none' }}
      >
        <title>Drag {name} to the place of another; by keyboard: ↑ and ↓ beside it</title>
        <rect x={RIGHT - 24} y={block.y + block.height / 2 - 11} width="22" height="22" fill="transparent" />
        {[0, 6].flatMap((x) =>
          [-6, 0, 6].map((y) => (
            <circle
              key={`${x} ${y}`}
              cx={RIGHT - 16 + x}
              cy={block.y + block.height / 2 + y}
              r="1.6"
              fill="var(--ink-2)"
            />
          )),
        )}
      </g>
    </>
  );
}
