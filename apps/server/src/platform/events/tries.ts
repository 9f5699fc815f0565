/** How often an effect outside is tried before somebody has to have it tried again. */
export const EFFECT_TRIES = 6;
