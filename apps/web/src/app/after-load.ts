/** Does something once the page has loaded: at once, where it has already. What is brought in later would wait for ever for a load that is over. */
export function afterLoad(act: () => void): void {
  if (document.readyState === 'complete') act();
  else window.addEventListener('load', act, { once: true });
}
