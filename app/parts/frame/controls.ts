/* Keys that belong to a control, and not to the place around it. */

/** Controls that have keys of their own. */
const OWN_ARROWS =
  '[role="tablist"], [role="group"], [role="radiogroup"], [role="slider"], [role="menu"], [role="combobox"], input, textarea';
const ARROWS = ['ArrowLeft', 'ArrowRight', 'ArrowUp', 'ArrowDown', 'Home', 'End'];

/** Arrows inside a group of choices, a list or the neck move there, and nothing else. */
export const isOfControl = ({ key, target, shiftKey }: KeyboardEvent): boolean =>
  target instanceof Element && ARROWS.includes(key) && !shiftKey && target.closest(OWN_ARROWS) !== null;

/** Space and Enter belong to a control reached by keyboard; anywhere else they are the place's. */
export function unlessOnControl(event: KeyboardEvent, run: () => void): void {
  const own =
    'button:focus-visible, a:focus-visible, summary:focus-visible, [role="menuitem"], [role="combobox"], [role="tab"]:focus-visible, input';
  if (document.activeElement?.matches(own)) return;
  event.preventDefault();
  run();
}
