/** A row whose parts are dragged into another order, by thumb, mouse or keyboard. */
import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
} from '@dnd-kit/core';
import {
  horizontalListSortingStrategy,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
} from '@dnd-kit/sortable';
import type { ReactNode } from 'react';
import type { SortRowProps } from './SortRow';

/** A thumb that rests this long means to drag, ms; one that moves at once scrolls. */
const RESTS = 150;

export function SortRow({ ids, nameOf, onMove, picked, onPick, children }: SortRowProps) {
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 4 } }),
    useSensor(TouchSensor, { activationConstraint: { delay: RESTS, tolerance: 8 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const at = (id: string | number) => `place ${ids.indexOf(String(id)) + 1} of ${ids.length}`;
  return (
    <DndContext
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{
        announcements: {
          onDragStart: ({ active }) => `${nameOf(String(active.id))} is taken, ${at(active.id)}.`,
          onDragOver: ({ active, over }) =>
            over ? `${nameOf(String(active.id))} is over ${at(over.id)}.` : undefined,
          onDragEnd: ({ active, over }) =>
            over ? `${nameOf(String(active.id))} is put at ${at(over.id)}.` : undefined,
          onDragCancel: ({ active }) => `${nameOf(String(active.id))} stays where it was.`,
        },
        screenReaderInstructions: {
          draggable:
            'Space takes it, the arrow keys move it, space puts it down, escape leaves it where it was.',
        },
      }}
      onDragEnd={({ active, over }) => {
        if (over && over.id !== active.id) onMove(String(active.id), ids.indexOf(String(over.id)));
      }}
    >
      <SortableContext items={[...ids]} strategy={horizontalListSortingStrategy}>
        <div style={{ display: 'flex', gap: 4 }}>
          {ids.map((id) => (
            <Part key={id} id={id} name={nameOf(id)} on={id === picked} onPick={onPick}>
              {children(id)}
            </Part>
          ))}
        </div>
      </SortableContext>
    </DndContext>
  );
}

interface PartProps {
  readonly id: string;
  readonly name: string;
  readonly on: boolean;
  readonly onPick: (id: string) => void;
  readonly children: ReactNode;
}

function Part({ id, name, on, onPick, children }: PartProps) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <div
      ref={setNodeRef}
      {...attributes}
      {...listeners}
      aria-label={name}
      aria-pressed={on}
      onClick={() => onPick(id)}
      style={{
        transform: transform ? `translate3d(${Math.round(transform.x)}px, 0, 0)` : undefined,
        transition,
        opacity: isDragging ? 0.7 : 1,
        cursor: 'grab',
        flex: '1 1 0',
        minWidth: 0,
        display: 'flex',
      }}
    >
      {children}
    </div>
  );
}
