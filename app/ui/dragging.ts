import { MouseSensor, TouchSensor, useSensor, useSensors } from '@dnd-kit/core';

/** A finger rests for a moment before it drags, so that it can still scroll. */
const PRESS_AND_DRAG = { delay: 200, tolerance: 8 };
const DRAG = { distance: 6 };
const SILENT = () => undefined;

/** Dragging with a mouse or, after a moment, a finger; keys are the page's own. */
export const useDragSensors = () =>
  useSensors(useSensor(MouseSensor, { activationConstraint: DRAG }), useSensor(TouchSensor, { activationConstraint: PRESS_AND_DRAG }));

/** The page itself says what a move comes to, however it was made. */
export const SPOKEN_BY_PAGE = {
  announcements: { onDragStart: SILENT, onDragOver: SILENT, onDragEnd: SILENT, onDragCancel: SILENT },
  screenReaderInstructions: { draggable: '' },
};
