import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from '@dnd-kit/core';
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable';
import { CSS } from '@dnd-kit/utilities';
import { Box, Button } from '@mui/material';
import { Section } from '../ui/parts.tsx';
import { board, faded, hairline } from '../ui/theme.ts';
import { techniqueTyped, zonesOf, type TypedLayer } from './typedLayer.ts';
import { placeWords } from './typedZone.ts';

interface LayerOrderProps {
  layers: TypedLayer[];
  onMove: (from: number, to: number) => void;
  /** What was moved last, and where to. */
  said: string;
}

/** The order in which the techniques of a piece are done: moved by dragging, by keys, or a place at a time. */
export function LayerOrder({ layers, onMove, said }: LayerOrderProps) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 6 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const place = (id: unknown) => layers.findIndex((layer) => layer.id === id);
  const name = (id: unknown) => techniqueTyped(layers[place(id)]!).name;
  const end = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id) onMove(place(active.id), place(over.id));
  };
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${name(active.id)} is picked up.`,
    onDragOver: ({ active, over }) =>
      over ? `${name(active.id)} would be done as ${place(over.id) + 1}.` : undefined,
    onDragEnd: ({ active, over }) =>
      over ? `${name(active.id)} is put down as ${place(over.id) + 1}.` : undefined,
    onDragCancel: ({ active }) => `${name(active.id)} stays where it was.`,
  };
  return (
    <Section title="In this order">
      <Box sx={{ color: faded, mb: 1 }}>
        Done from the first to the last. Steps that do not touch the same clay may change places: then the
        wetter goes first.
      </Box>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={end}
        accessibility={{
          screenReaderInstructions: {
            draggable:
              'Press space to pick it up, the arrows to move it, space to put it down, escape to leave it.',
          },
          announcements,
        }}
      >
        <SortableContext items={layers.map(({ id }) => id)} strategy={verticalListSortingStrategy}>
          <Box component="ol" sx={{ m: 0, p: 0, listStyle: 'none' }}>
            {layers.map((layer, i) => (
              <Row
                key={layer.id}
                layer={layer}
                place={i}
                of={layers.length}
                onMove={(by) => onMove(i, i + by)}
              />
            ))}
          </Box>
        </SortableContext>
      </DndContext>
      <Box role="status" sx={{ minHeight: 24, mt: 1 }}>
        {said}
      </Box>
    </Section>
  );
}

interface RowProps {
  layer: TypedLayer;
  place: number;
  of: number;
  onMove: (by: number) => void;
}

function Row({ layer, place, of, onMove }: RowProps) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } =
    useSortable({ id: layer.id });
  const { name } = techniqueTyped(layer);
  const where = zonesOf(layer)
    .map((zone) => zone.name.trim() || placeWords(zone.where))
    .join(', ');
  return (
    <Box
      component="li"
      ref={setNodeRef}
      sx={{
        display: 'flex',
        alignItems: 'center',
        gap: 1,
        minHeight: 56,
        borderBottom: `1px solid ${hairline}`,
        background: isDragging ? board : undefined,
        position: 'relative',
        zIndex: isDragging ? 1 : 0,
      }}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <Button
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={`Drag ${name}`}
        sx={{ minWidth: 48, px: 0, cursor: 'grab', touchAction: 'none', fontSize: '1.4rem' }}
      >
        <span aria-hidden="true">⣿</span>
      </Button>
      <Box sx={{ flex: 1, minWidth: 0, textDecoration: layer.dropped ? 'line-through' : undefined }}>
        <b>
          {place + 1}. {name}
        </b>{' '}
        <Box component="span" sx={{ color: faded }}>
          {where.toLowerCase()}
        </Box>
      </Box>
      <Button disabled={place === 0} onClick={() => onMove(-1)} aria-label={`Move ${name} up`}>
        Up
      </Button>
      <Button disabled={place === of - 1} onClick={() => onMove(1)} aria-label={`Move ${name} down`}>
        Down
      </Button>
    </Box>
  );
}
