// What the core offers to the applications, the demo data and the measurements: no more than they use.
export {
  boundsMeet,
  distance,
  grownBounds,
  nearestShare,
  turned,
  uniteBounds,
  type Bounds,
  type Point,
} from './geometry/points.ts';
export {
  applyMatrix,
  inverse,
  mirroring,
  multiply,
  rotation,
  scaling,
  skewing,
  translation,
  type Matrix,
} from './geometry/matrix.ts';
export { arcLengths, lengthOf, nearestOnLine, pointAt, type Line } from './geometry/polyline.ts';
export {
  boxRegion,
  coordsBounds,
  insideRegion,
  polygonArea,
  regionArea,
  regionBounds,
  ringArea,
  ringsOf,
  type Region,
} from './geometry/region.ts';
export { cropLines, intersect, offsetRegion, subtract, unite } from './geometry/clip.ts';
export { EdgeIndex } from './geometry/edge-index.ts';
export {
  emptyDesign,
  newId,
  type BandOutline,
  type Bend,
  type BoxOutline,
  type CircleLayout,
  type CornerRule,
  type Dent,
  type CarriedFont,
  type Design,
  type ColourGroup,
  type DesignChanges,
  type DesignObject,
  type FromPicture,
  type Group,
  type GroundChoice,
  type Guide,
  type Item,
  type Layout,
  type LiveOutline,
  type Outline,
  type OwnChart,
  type Hooping,
  type Marks,
  type Piece,
  type Patch,
  type Path,
  type PathLayout,
  type PathOutline,
  type PathPoint,
  type PictureChoices,
  type PlainOutline,
  type Recipe,
  type ReferencePicture,
  type ShadedChoice,
  type Tones,
  type Repeat,
  type RowSpacing,
  type SettingValue,
  type StitchesObject,
  type TakenPicture,
  type TriedPlace,
  type TryOn,
  type SurroundOutline,
  type TextLetter,
  type TextOutline,
  type Baseline,
  type LetterChange,
  type Place,
  type WidthAt,
  type AdaptChoices,
  type Adapted,
  type AdaptRule,
} from './design/types.ts';
export {
  everyItem,
  everyLeaf,
  findItem,
  findPlace,
  isLetter,
  originOf,
  visibleLeaves,
  type Leaf,
} from './design/tree.ts';
export { isLive, isPlain, isText, type TextObject } from './design/live-outline.ts';
export {
  allRecords,
  blocksOf,
  decodeRecords,
  emptyRecords,
  RecordList,
  recordCount,
  type Records,
  type StitchBlock,
} from './design/stitch-blocks.ts';
export { roughly } from './design/rough.ts';
export { DesignReceiver, DesignSender, type Parcel } from './design/parcel.ts';
export { referencesFor, referencesOf, shapedBy } from './design/references.ts';
export { DESIGN_LIMITS } from './design/limits.ts';
export { changesBetween, MOST_CHANGES, type Change } from './design/changes.ts';
export { applyCommand, CommandError, type Command } from './design/commands.ts';
export { panelById, PANELS, type Panel } from './materials/panels.ts';
export { pieceOutline } from './hooping/piece.ts';
export { clothById, CLOTHS, clothUnder } from './materials/cloths.ts';
export { HOOP_LIMITS, HOOPS, turnedHoop, type Hoop } from './materials/hoops.ts';
export { machineById, MACHINES, needlesOfMachine, THREAD_WIDTH, type Machine } from './materials/machine.ts';
export { materialsOf } from './materials/materials.ts';
export {
  chartOf,
  differenceOfThreads,
  LARKMOOR_CHART,
  nearestThread,
  nearThreads,
  OWN_CHART,
  THREAD_CHARTS,
  threadChart,
  threadIn,
  threadTitle,
  type Thread,
  type ThreadChart,
  type ThreadMaterial,
} from './materials/threads.ts';
export { networkOf } from './geometry/network.ts';
export { outlineLines, outlinePaths } from './outlines/flatten.ts';
export { threadDrawing } from './outlines/thread-drawing.ts';
export { flattenPath } from './outlines/flatten-path.ts';
export { parsePathData, pathData } from './outlines/path-data.ts';
export { boxMatrix, primitivePaths } from './outlines/primitives.ts';
export { READY_SHAPES, readyShape } from './outlines/ready.ts';
export { outlineRegion } from './outlines/region.ts';
export {
  fontChanges,
  fontOf,
  type Font,
  fontsWanted,
  hasFontFile,
  hasSigns,
  installCarried,
  installFont,
  installSigns,
  isCarried,
  isStitched,
  stitchedHeight,
  withFonts,
} from './lettering/fonts.ts';
export { isSign } from './lettering/signs.ts';
export { ALPHABET_LIMITS, checkAlphabet, type Alphabet, type AlphabetLetter } from './lettering/alphabet.ts';
export {
  alphabetFrom,
  capitalsOf,
  letterNamed,
  threadsOf,
  type LetterFile,
} from './lettering/make-alphabet.ts';
export { hashOfOwn, isOwnFont, OWN_FILE, ownFontId } from './lettering/own-fonts.ts';
export { thinStroke, tightCounter } from './lettering/strokes.ts';
export { lookAtFont, NARROWEST, smallestHeight, TIGHTEST, type FontFacts } from './lettering/facts.ts';
export { knowFonts } from './lettering/known-fonts.ts';
export { caretAt, markedAt, offsetAt } from './lettering/caret.ts';
export { arcThrough, stoodOn } from './lettering/stand.ts';
export { letterByLetter } from './sewing/letters.ts';
export { retyped } from './lettering/retype.ts';
export { FontError } from './lettering/glyphs.ts';
export { withoutPull, withPull, type PartHandle } from './lettering/pulls.ts';
export { MOST_INITIALS } from './lettering/set-within.ts';
export type { SetLetter, SetLine, SetPart, SetText } from './lettering/set-letters.ts';
export { letterSpaceOf } from './lettering/letter-space.ts';
export { LINE_SPACE, setText } from './lettering/set-text.ts';
export { heightOnce } from './lettering/round.ts';
export { placedCopies, resolveDesign, resolvedItem, textOf, textOnCloth } from './resolve/resolve.ts';
export { fitPath } from './outlines/fit.ts';
export { bendPoint, flatPatch, patchCorners } from './outlines/live/bend.ts';
export { outlineBounds, pathBounds, transformOutline } from './outlines/transform.ts';
export { lineNear } from './shaping/line-near.ts';
export { boundsOfItems, freeLeaves, itemBounds, leavesAt, leavesInside } from './shaping/bounds.ts';
export { densityNote, transformInside, transformItems } from './resolve/transform-items.ts';
export {
  align,
  inRows,
  spread,
  type AlignTo,
  type Axis,
  type Shift,
  type Spread,
} from './shaping/arrange.ts';
export {
  addPoint,
  breakAt,
  closePath,
  deletePoints,
  dragSegment,
  isEnd,
  joinEnds,
  movePoints,
  moveTangent,
  nearestOnPaths,
  pointKind,
  reversePath,
  reversePaths,
  sameRef,
  segmentCount,
  setFirst,
  setPointKind,
  setSegments,
  simplifyPaths,
  smoothPaths,
  type OnSegment,
  type PointKind,
  type PointRef,
} from './shaping/points.ts';
export { madePlain } from './shaping/plain.ts';
export { snapBox, snapPoint, snapTargets, type SnapMark, type SnapTargets } from './shaping/snap.ts';
export { switchKind } from './shaping/switch-kind.ts';
export { JobError, type Job } from './jobs/job.ts';
export { making, subjectOf, MAKINGS, PURPOSES, type Making, type Purpose } from './jobs/making.ts';
export { alongLineJob, fillWithWordsJob, monogramJob, lettersJob, splitWordsJob } from './jobs/words.ts';
export { lineOfItem } from './jobs/lines-like.ts';
export { outcomeOf } from './jobs/outcome.ts';
export { sketched } from './jobs/sketch.ts';
export {
  bandJob,
  combineJob,
  cropJob,
  edgeJob,
  embossJob,
  holesJob,
  knifeJob,
  setUnsewnJob,
  splitJob,
  sprigPartsJob,
} from './jobs/combine.ts';
export {
  compoundJob,
  duplicateJob,
  hangingOn,
  partsJob,
  pasteJob,
  plainJob,
  portable,
  withoutHidden,
  removeJob,
} from './jobs/plain.ts';
export {
  bendAgain,
  bendAround,
  readyBendJob,
  bendJob,
  endBendJob,
  groupJob,
  setItemsJob,
  ungroupJob,
  type BendForm,
} from './jobs/groups.ts';
export { READY_BENDS } from './outlines/live/ready-bends.ts';
export { recolourJob, renameJob, reorderJob, stepJob, stopJob, type OrderPlace } from './jobs/order.ts';
export {
  applySettled,
  breakOutJob,
  copyNumber,
  endRepeatJob,
  leaveOutJob,
  repeatJob,
  sizeToFillJob,
  trimBeneathJob,
} from './jobs/repeat.ts';
export {
  appliqueJob,
  appliqueNotes,
  AROUND,
  BORDER_RECIPES,
  borderJob,
  echoesJob,
  knockdownJob,
  patchEdgeJob,
  stippleAroundJob,
  surroundJob,
  TACK_RECIPES,
  type AppliqueOptions,
  type BorderStitch,
  type TackStitch,
} from './jobs/surround.ts';
export { OWN_PHOTO } from './design/document/try-on.ts';
export { OWN_PRINT, PRINTS } from './materials/prints.ts';
export { holdOn } from './outlines/live/dents.ts';
export {
  completeSettings,
  numberOf,
  readSetting,
  SettingError,
  type ChoiceSetting,
  type NumberSetting,
  type Setting,
} from './stitches/kind.ts';
export {
  guidedBy,
  lineWidthOf,
  settingsInUse,
  sewnFrom,
  STITCH_KINDS,
  stitchKind,
} from './stitches/kinds.ts';
export { MOTIF_UNITS, motifFrom, OWN_MOTIF, UNIT_SIZE, unitCoords } from './stitches/motifs.ts';
export { findCrossing } from './stitches/open/uncross.ts';
export { needlesOf } from './stitches/rows/patterns.ts';
export { Part, type SewnThread } from './stitches/thread.ts';
export { BUDGET, setBudget } from './sewing/budget.ts';
export { Move } from './sewing/moves.ts';
export {
  figuresOf,
  planBuffers,
  recordAt,
  spoolsOf,
  stitchBounds,
  threadUse,
  useOf,
  type Figures,
  type Plan,
  type ThreadUse,
} from './sewing/plan.ts';
export { putInOrder, type OrderProposal } from './jobs/put-in-order.ts';
export { sewDesign, sewnLeaves, sewResolved } from './sewing/sew.ts';
export { stitchesJob } from './jobs/set-as-stitches.ts';
export { objectChosen, objectCover } from './sewing/stitch-object.ts';
export { tidyTravel, type TidyProposal, type TravelFigures } from './jobs/tidy.ts';
export { excessSentence } from './findings/checks/budget.ts';
export type { Finding } from './findings/finding.ts';
export { findingsOf, fixOf, ignoreJob, layersOver } from './findings/findings.ts';
export { smallerHoop, strangeHoop, type StrangeHoop } from './findings/outside-hoop.ts';
export { coverOfRegion, layerCounts, layersOf, type LayerGrid } from './findings/layers.ts';
export { READ_LIMITS, ReadError } from './formats/read-error.ts';
export { fileNameOf } from './formats/file-name.ts';
export { readSewnLog, SEWN_ENDING, type SewnLog } from './formats/sewn-log.ts';
export { decodeDst } from './formats/dst/decode.ts';
export { readDst } from './formats/dst/read.ts';
export { writeDst } from './formats/dst/write.ts';
export { readSvg } from './formats/svg/read.ts';
export type { SvgRecipes } from './formats/svg/to-design.ts';
export { withKept } from './formats/design-file/kept.ts';
export { checkDesign, readDesignFile } from './formats/design-file/read.ts';
export { asPresent, writeDesignFile } from './formats/design-file/write.ts';
export { FILE_KINDS, type FileKind } from './formats/file-kinds.ts';
export { FILE_WRITERS } from './formats/writers.ts';
export { FILE_FORMATS, fileFormat, formatOf, readAnyFile, type FileFormat } from './formats/table.ts';
export { READ_ENDINGS, READABLE, type FormatId } from './formats/endings.ts';
export {
  LIGHT_FROM,
  paintNeedle,
  paintThread,
  SINGLY_FROM,
  type Canvas2D,
  type ViewName,
} from './painting/paint.ts';
export { threadPixels, type ThreadPixels } from './painting/raster.ts';
export { recipeJob, sameRecipe, takeOverJob, usersOf } from './jobs/recipes.ts';
export {
  SWATCH_CLOSE,
  swatchDesign,
  variationsOf,
  type SwatchMaterials,
  type Variation,
} from './jobs/swatch.ts';
export { widthsFrom } from './shaping/pressure.ts';
export { hasPile, paintCloth, paintLines, tracePaths } from './painting/ground.ts';
export { paintPileOver, pileOver, type Pile } from './painting/pile.ts';
export { mixed, readable } from './painting/shades.ts';
export { paintPatch, paintPrint, patchesOf, type PatchCanvas, type PatchObject } from './painting/patch.ts';
export { paintPicture, pictureArea, type PictureCanvas } from './painting/picture.ts';
export { HEAT, heatPixels } from './painting/heat.ts';

export { planChange, reachOfRecords } from './painting/changed.ts';
export { openPlan, packPlan, parcelBuffers, type PlanParcel, type ThreadPlan } from './sewing/plan-parcel.ts';
export {
  lengthCounts,
  marksAlong,
  marksByLength,
  pointAt as needlePointAt,
  recordsInBox,
  stitchAt,
} from './mending/find.ts';
export { markCount, markedRuns, placeOf, stitchLength, type MarkedRecords } from './mending/marked.ts';
export {
  evenedOut,
  flattened,
  halved,
  joined as shortJoined,
  mapMarked,
  middleOfMarked,
  parted as longParted,
  smoothed,
  withoutMarked,
  withPoint,
} from './mending/points.ts';
export {
  begunAt,
  closedStretchAt,
  closedUp,
  endsApart,
  sideOfLine,
  turnedRound,
  type JoinWay,
} from './mending/pieces.ts';
export { withoutTrims, withTrim } from './mending/trims.ts';
export { retied, tied } from './mending/ties.ts';
export {
  cutAtJob,
  cutRegionJob,
  joinEndsJob,
  mendJob,
  otherThreadJob,
  sewAsOneJob,
  stopAtJob,
  takeOutJob,
  withRecords,
  type Kept,
} from './jobs/mend.ts';
export { earlierChartOf, moveBackJob, moveToChartJob, threadMoves, type ThreadMove } from './jobs/charts.ts';
export { threadSeenOn, usedThreads } from './jobs/thread-codes.ts';
export { recolourAllJob, schemesFor, swappedThreads, turnedHues, type Recolouring } from './jobs/recolour.ts';
export { chartCsv, chartPalette, readChart, shoppingCsv, type ChartRead } from './formats/charts/charts.ts';
export {
  addHoopingJob,
  firstMarks,
  hoopInJob,
  layHoopingsJob,
  marksJob,
  placeHoopingJob,
  placeMarkJob,
  removeHoopingJob,
  type LaidHoopings,
} from './jobs/hoopings.ts';
export { needleOf, needlePlan, type NeedlePlan } from './sewing/needles.ts';
export { partForHoopJob, type PartedForHoop } from './jobs/part-for-hoop.ts';
export { belonging, hoopingsOf, sewnBoxes, type Belonging } from './hooping/belong.ts';
export { clothBounds, fieldOf, holds, HOOP_EDGE, toCloth, toHoop } from './hooping/field.ts';
export { errorMaps, errorShown, withError, type HoopingError } from './hooping/error.ts';
export { isHooped, isMark, sewHooped, type HoopedThings } from './hooping/parts.ts';
export { noteOfStop } from './hooping/stop-note.ts';
export { hoopingPlans, type HoopingPlan, type HoopingPlans } from './hooping/plans.ts';
export { fits } from './hooping/lay.ts';
export { markPlaces, marksBetween, nearestMarkPlace } from './hooping/marks.ts';
export { hoopingFiles, hoopingZip, type HoopingFile } from './formats/hooping-files.ts';
export { readThreadList, threadsJob, threadSteps, type ThreadStep } from './jobs/threads.ts';
export type { KindCounts } from './choosing/kinds.ts';
export { chooseStitchesJob, type StitchesChosen } from './jobs/choose-stitches.ts';
export {
  chooseCounts,
  itemsOfPicture,
  layPictureJob,
  objectsOfPicture,
  relayPictureJob,
  type Laid,
  type PictureObjects,
} from './jobs/from-picture.ts';
export { goRound, TAKEN, WHOLE, type Bitmap } from './pictures/bitmap.ts';
export { hasGrain } from './pictures/clear-edges.ts';
export { MOST_COLOURS, splitGroup, type PictureColour } from './pictures/colours.ts';
export { lookAtPicture, PictureFileError, PICTURE_TYPES } from './pictures/picture-file.ts';
export { levelsOf, MOST_TONES } from './design/tones.ts';
export { shadesOf } from './pictures/shades.ts';
export { type Made } from './pictures/smooth.ts';
export { placeOfReference, placeOver, tonesOfPicture } from './pictures/shading.ts';
export {
  CHOICES,
  PictureWork,
  proposedChoices,
  SHADED,
  WORK_PIXELS,
  type PictureProgress,
  type PictureSteps,
  type PixelBox,
} from './pictures/steps.ts';
export { joinHiddenJob } from './jobs/join-hidden.ts';
export { readingsOf, readObjectsJob, stitchesAmong, type Readings } from './jobs/read-objects.ts';
export { ADAPT_RULES } from './design/document/adapted.ts';
export { adaptDesign, proposedWith, type AdaptedDesign } from './adapting/adapt.ts';
export { withSteadyIds } from './adapting/steady-ids.ts';
export { followed, type Followed } from './adapting/follow.ts';
export type { AdaptRow, AdaptStep } from './adapting/work.ts';
export { readStitches, type ReadAs, type Reading, type ReadObject } from './reading/read.ts';
