import type { Page } from '@playwright/test';

/**
 * What is wrong with a page as it is drawn: text over other text, text cut off by its box or by the edge of the screen, pictures with
 * nothing in them, a page without a heading or words. What lies in a box that scrolls may be out of sight, and what stays in its place
 * while the page scrolls may lie over the rest.
 */
export function faultsOfDrawing(page: Page): Promise<string[]> {
  return page.evaluate(() => {
    const faults: string[] = [];
    const main = document.querySelector('main')!;
    if (main.innerText.trim().length < 40 || !main.querySelector('h1')) faults.push('an empty page: no heading, or next to no words');

    interface Drawn {
      readonly node: Text;
      readonly words: string;
      readonly box: DOMRect;
    }
    const styles = new Map<Element, CSSStyleDeclaration>();
    const styleOf = (element: Element) => styles.get(element) ?? styles.set(element, getComputedStyle(element)).get(element)!;
    const ancestors = function* (element: Element | null): Generator<Element> {
      for (let at = element; at; at = at.parentElement) yield at;
    };
    const hides = (overflow: string) => overflow === 'hidden' || overflow === 'clip';
    const scrolls = (overflow: string) => overflow === 'auto' || overflow === 'scroll';
    const isRead = (element: Element) => element.checkVisibility({ opacityProperty: true, visibilityProperty: true });
    const stays = (element: Element) => [...ancestors(element)].some((one) => ['fixed', 'sticky'].includes(styleOf(one).position));
    /** Hidden from the eye on purpose, for screen readers: a box of a pixel. */
    const isSpokenOnly = (element: Element) =>
      [...ancestors(element)].some((one) => hides(styleOf(one).overflowX) && one.clientWidth <= 1 && one.clientHeight <= 1);

    const drawn: Drawn[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    const range = document.createRange();
    for (let node = walker.nextNode() as Text | null; node; node = walker.nextNode() as Text | null) {
      const element = node.parentElement!;
      const words = node.data.trim();
      if (!words || ['SCRIPT', 'STYLE', 'NOSCRIPT', 'OPTION', 'TITLE'].includes(element.tagName.toUpperCase())) continue;
      if (!isRead(element) || isSpokenOnly(element)) continue;
      range.selectNodeContents(node);
      const boxes = [...range.getClientRects()].filter(({ width, height }) => width > 1 && height > 1);
      let outOfSight = false;
      for (const one of ancestors(element)) {
        const { overflowX, overflowY, textOverflow } = styleOf(one);
        const clip = one.getBoundingClientRect();
        if (scrolls(overflowX) || scrolls(overflowY)) {
          outOfSight = boxes.some(
            ({ left, right, top, bottom }) => left < clip.left || right > clip.right || top < clip.top || bottom > clip.bottom,
          );
          break;
        }
        const abbreviated = textOverflow === 'ellipsis' && (one.hasAttribute('title') || element.closest('[title]'));
        if (one === document.documentElement || one === document.body || abbreviated) continue;
        const isCut = boxes.some(
          ({ left, right, top, bottom }) =>
            (hides(overflowX) && (right > clip.right + 2 || left < clip.left - 2)) ||
            (hides(overflowY) && (bottom > clip.bottom + 4 || top < clip.top - 4)),
        );
        if (isCut) {
          faults.push(`cut: ${words.slice(0, 60)}`);
          break;
        }
      }
      if (outOfSight) continue;
      const wide = document.documentElement.clientWidth + 1;
      if (boxes.some(({ right, left }) => right > wide || left < -1)) faults.push(`off the screen: ${words.slice(0, 60)}`);
      if (!stays(element)) drawn.push(...boxes.map((box) => ({ node, words, box })));
    }

    drawn.sort((one, other) => one.box.top - other.box.top);
    for (const [index, one] of drawn.entries())
      for (const other of drawn.slice(index + 1)) {
        if (other.box.top >= one.box.bottom) break;
        if (other.node === one.node) continue;
        const wide = Math.min(one.box.right, other.box.right) - Math.max(one.box.left, other.box.left);
        const high = Math.min(one.box.bottom, other.box.bottom) - other.box.top;
        if (wide > 3 && high > 0.4 * Math.min(one.box.height, other.box.height))
          faults.push(`over each other: ${one.words.slice(0, 40)} | ${other.words.slice(0, 40)}`);
      }

    for (const field of document.querySelectorAll<HTMLInputElement>('main input:not([type=hidden])'))
      if (isRead(field) && field.value && field.scrollWidth > field.clientWidth + 2)
        faults.push(`cut in its field: ${field.value.slice(0, 60)}`);
    for (const picture of document.querySelectorAll('main svg[role=img], main [role=img] svg')) {
      const shapes = [...picture.querySelectorAll('path, rect, circle, line, polyline, polygon, text')].filter((shape) => {
        const { width, height } = shape.getBoundingClientRect();
        return width + height > 1;
      });
      // A code of small squares is one long path.
      const isOneLongPath = shapes.some((shape) => (shape.getAttribute('d') ?? '').length > 300);
      if (isRead(picture) && shapes.length < 3 && !isOneLongPath)
        faults.push(`an empty picture: ${picture.closest('[aria-label]')?.getAttribute('aria-label')}`);
    }
    return faults;
  });
}
