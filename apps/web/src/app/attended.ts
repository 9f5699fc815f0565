/** Somebody who did nothing for so long is taken to be away: what pages ask by themselves keeps nobody signed in. */
const AWAY_AFTER = 120_000;

let last = Date.now();
for (const sign of ['pointerdown', 'keydown', 'wheel', 'touchstart'] as const)
  window.addEventListener(sign, () => (last = Date.now()), { capture: true, passive: true });

/** Whether somebody did something a short while ago. */
export const isAttended = (): boolean => Date.now() - last < AWAY_AFTER;
