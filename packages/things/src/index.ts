// Things to try a design on: drawn in true size, with light and folds; and how a design comes to lie on them.
export { carrierPiece } from './carrier.ts';
export { bendOf, bentPatch, bentPaths, bentPlan, type Bend, type Place } from './lay.ts';
export { layTogether, paintPiece, paintThing, type LayerCanvas, type ThingLayers } from './paint.ts';
export { onSurface, underPoint, type Surface } from './surface.ts';
export type { Carrier, Spot, Thing } from './thing.ts';
export { thingById, thingForCloth, THINGS } from './things.ts';
export {
  atSpot,
  copiesOf,
  holds,
  middleOf,
  spotOf,
  triedColour,
  triedPlaces,
  triedThing,
  usualPlace,
} from './tried.ts';
