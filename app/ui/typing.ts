/** Whether somebody is writing there, so that a key is a letter. */
export const isWriting = (target: EventTarget | null) =>
  target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement;

/** For a dialog that has closed: gives the focus back to its button, unless somebody already writes elsewhere. */
export const leaveWriter = (event: Event) => {
  if (isWriting(document.activeElement)) event.preventDefault();
};
