import { useNavigation } from 'react-router';

/**
 * Whether a form's answer is still on its way, or the page is being loaded anew after it. Until then the page holds the key
 * of the form just sent, and a second sending under it would get the first one's answer.
 */
export function useBusy(): boolean {
  return useNavigation().state !== 'idle';
}
