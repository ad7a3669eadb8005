import { MediaQuery } from 'svelte/reactivity';

/** Whether the screen is one that is held in a hand, upright or lying: one thing at a time, the controls where the thumb is. */
export const hand = new MediaQuery('(width < 48rem), (height < 30rem)');
