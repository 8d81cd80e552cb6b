import { enhance } from '$app/forms';

/**
 * Sends a form whose answer leaves a person on the page. SvelteKit puts the focus on the body after each successful
 * action, so that whoever types on meanwhile types into nothing; here it goes back to where it was.
 */
export const stay = (form: HTMLFormElement, { reset = true }: { reset?: boolean } = {}): { destroy(): void } =>
  enhance(form, () => async ({ update }) => {
    let at = document.activeElement;
    const follow = ({ target }: FocusEvent) => {
      if (target !== document.body) at = target as Element;
    };
    document.addEventListener('focusin', follow);
    await update({ reset });
    document.removeEventListener('focusin', follow);
    if (document.activeElement === document.body && at instanceof HTMLElement) at.focus({ preventScroll: true });
  });
