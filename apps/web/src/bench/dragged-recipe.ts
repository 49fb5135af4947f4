/** What a kept recipe is called while it is dragged; its data is its id. */
export const DRAGGED_RECIPE = 'application/x-rosehip-recipe';
