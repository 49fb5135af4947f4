/** The version that documents are written in; older ones are read by the migrations. */
export const DESIGN_VERSION = 3;
