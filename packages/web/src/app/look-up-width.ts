/** The place of the look-up in the masthead, also before it is there; by the width of the window. */
export const LOOK_UP_WIDTH = { width: { xs: 180, lg: 250, xl: 340 } };
