import {
  closestCenter,
  DndContext,
  KeyboardSensor,
  MouseSensor,
  TouchSensor,
  useSensor,
  useSensors,
  type Announcements,
  type DragEndEvent,
} from '@dnd-kit/core'
import {
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from '@dnd-kit/sortable'
import { CSS } from '@dnd-kit/utilities'
import type { UnitRow } from '@zetesis/contract'
import { moveInRow } from '@zetesis/core'
import GripVertical from 'lucide-react-native/icons/grip-vertical'
import { memo, useMemo, useState } from 'react'
import { XStack, YStack } from 'tamagui'
import { useBook } from '@/sync/useBook'
import { Press } from '@/ui/Press'
import { usePalette } from '@/ui/useDark'
import { Soft, Tag } from '@/ui/Words'

/** a finger that only scrolls moves on before that */
const HELD = { delay: 150, tolerance: 8 }

/** Puts a row's units in another order: dragged by their grips, or by keyboard. Nothing is written before it is said to be right. */
export function OrderRow({ jobId, units, onDone }: { jobId: string; units: readonly UnitRow[]; onDone: () => void }) {
  const { append } = useBook()
  const [ids, setIds] = useState(() => units.map((u) => u.id))
  const [before] = useState(ids)
  const known = useMemo(() => new Map(units.map((u) => [u.id, u.summary])), [units])
  const tagOf = (id: string | number) => known.get(String(id))?.tag ?? 'A unit'
  const sensors = useSensors(
    useSensor(MouseSensor, { activationConstraint: { distance: 4 } }),
    useSensor(TouchSensor, { activationConstraint: HELD }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  )
  const dropped = ({ active, over }: DragEndEvent) => {
    if (over && over.id !== active.id) setIds(moveInRow(ids, String(active.id), String(over.id)))
  }
  const place = (id: string | number) => ids.indexOf(String(id)) + 1
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${tagOf(active.id)} picked up at place ${place(active.id)}.`,
    // over itself it has only just been picked up
    onDragOver: ({ active, over }) =>
      over && over.id !== active.id ? `${tagOf(active.id)} over place ${place(over.id)}.` : undefined,
    onDragEnd: ({ active, over }) => (over ? `${tagOf(active.id)} put down at place ${place(over.id)}.` : undefined),
    onDragCancel: ({ active }) => `${tagOf(active.id)} is back where it was.`,
  }
  const save = () => {
    if (ids.some((id, index) => id !== before[index])) append({ kind: 'rowOrdered', jobId, unitIds: ids })
    onDone()
  }
  return (
    <YStack gap="$3" maxWidth={728} testID="ordering">
      <Soft>
        Drag a grip. By keyboard: space picks a unit up, arrows move it, space puts it down, escape puts it back.
      </Soft>
      <DndContext
        sensors={sensors}
        collisionDetection={closestCenter}
        onDragEnd={dropped}
        accessibility={{ announcements }}
      >
        <SortableContext items={ids} strategy={verticalListSortingStrategy}>
          <YStack role="list">
            {ids.map((id) => (
              <Movable key={id} id={id} tag={tagOf(id)} place={known.get(id)?.place} />
            ))}
          </YStack>
        </SortableContext>
      </DndContext>
      <XStack gap="$2" flexWrap="wrap">
        <Press look="act" testID="keep-order" onPress={save}>
          Keep this order
        </Press>
        <Press testID="drop-order" onPress={onDone}>
          Leave it as it was
        </Press>
      </XStack>
    </YStack>
  )
}

const grip = {
  width: 56,
  height: 56,
  display: 'flex',
  alignItems: 'center',
  justifyContent: 'center',
  border: 'none',
  background: 'transparent',
  cursor: 'grab',
  touchAction: 'none',
} as const

const Movable = memo(function Movable({ id, tag, place }: { id: string; tag: string; place: string | undefined }) {
  const { ink } = usePalette()
  const { setNodeRef, setActivatorNodeRef, attributes, listeners, transform, transition, isDragging } = useSortable({
    id,
  })
  // what is dragged is the browser's own element: that is what the drag and drop package moves
  return (
    <div
      role="listitem"
      ref={setNodeRef}
      style={{
        transform: CSS.Transform.toString(transform && { ...transform, scaleX: 1, scaleY: 1 }),
        transition,
        position: 'relative',
        zIndex: isDragging ? 2 : 0,
      }}
    >
      <XStack
        minHeight={60}
        alignItems="center"
        gap="$3"
        borderBottomWidth={1}
        borderColor="$rule"
        backgroundColor={isDragging ? '$card' : '$background'}
      >
        <button
          ref={setActivatorNodeRef}
          type="button"
          {...attributes}
          {...listeners}
          aria-label={`Move ${tag}`}
          data-testid={`grip-${tag}`}
          style={grip}
        >
          <GripVertical size={26} color={ink} />
        </button>
        <Tag fontSize="$5" lineHeight="$5">
          {tag}
        </Tag>
        {place ? (
          <Soft flex={1} numberOfLines={1}>
            {place}
          </Soft>
        ) : null}
      </XStack>
    </div>
  )
})
