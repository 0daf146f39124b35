/** The views of a template: what follows the template in their address, and what they are called. */
export const VIEW_ADDRESSES = [
  ["", "Track sheet"],
  ["/inputs", "Input list"],
  ["/map", "Signal map"],
  ["/picture", "Stereo picture"],
  ["/levels", "Levels"],
  ["/session", "Session"],
  ["/variants", "Variants"],
  ["/changes", "Changes"],
  ["/releases", "Releases"],
  ["/about", "About"],
] as const;

/** Those that stand beside each other above the sheet; what a template is about is reached from its name. */
export const TABS = VIEW_ADDRESSES.filter(([path]) => path !== "/about");
