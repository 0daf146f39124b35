/** The views of a template: what follows the template in their address, and what they are called. */
export const VIEW_ADDRESSES = [
  ["", "Track sheet"],
  ["/inputs", "Input list"],
  ["/map", "Signal map"],
  ["/picture", "Stereo picture"],
  ["/levels", "Levels"],
  ["/session", "Session"],
  ["/changes", "Changes"],
  ["/releases", "Releases"],
  ["/about", "About"],
] as const;
