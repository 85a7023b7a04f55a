import { useNavigation } from 'react-router';

/**
 * Whether a form's answer is still on its way, or the page is being loaded anew after it. Until then the page holds the key
 * of the form just sent, and a second sending under it would get the first one's answer.
 */
export function useBusy(): boolean {
  return useNavigation().state !== 'idle';
}

/** The key of the form whose answer is on its way, or null. */
export function useSentKey(): string | null {
  const key = useNavigation().formData?.get('key');
  return typeof key === 'string' ? key : null;
}
