import DragIndicator from '@mui/icons-material/DragIndicator';
import IconButton from '@mui/material/IconButton';
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import type { ReactNode } from 'react';

/**
 * Lines whose order is dragged, by pointer or by keyboard: space takes a line up and puts it down, arrow keys move it,
 * Escape leaves it where it was. `move` is told from where to where.
 */
export function SortableLines(props: {
  count: number;
  /** What a line is called, for whoever hears the screen. */
  nameOf: (index: number) => string;
  move: (from: number, to: number) => void;
  line: (index: number) => ReactNode;
}) {
  const { count, nameOf, move, line } = props;
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const ids = Array.from({ length: count }, (_none, n) => n + 1);
  const end = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id) move(Number(active.id) - 1, Number(over.id) - 1);
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={end}>
      <SortableContext items={ids} strategy={verticalListSortingStrategy}>
        {ids.map((id) => (
          <Line key={id} id={id} name={nameOf(id - 1)}>
            {line(id - 1)}
          </Line>
        ))}
      </SortableContext>
    </DndContext>
  );
}

function Line({ id, name, children }: { id: number; name: string; children: ReactNode }) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition } = useSortable({ id });
  const style = {
    display: 'flex',
    alignItems: 'center',
    gap: 4,
    transition,
    ...(transform ? { transform: `translate3d(0, ${transform.y}px, 0)` } : {}),
  };
  return (
    <div ref={setNodeRef} style={style}>
      <IconButton
        ref={setActivatorNodeRef}
        size="small"
        {...attributes}
        {...listeners}
        aria-label={`Move ${name}`}
        sx={{ cursor: 'grab', touchAction: 'none' }}
      >
        <DragIndicator fontSize="small" />
      </IconButton>
      <div style={{ flex: 1, minWidth: 0 }}>{children}</div>
    </div>
  );
}
