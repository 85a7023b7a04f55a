/** Whether the focus is in a field, so that a key is text and no shortcut. */
export const isTyping = (target: EventTarget | null) =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement;

/** For `onCloseAutoFocus` of a dialog: the focus goes back to its button, unless somebody is already typing in a field. */
export const keepTypingFocus = (event: Event) => {
  if (isTyping(document.activeElement)) event.preventDefault();
};
