/** The views of a template: what follows the template in their address, and what they are called. */
export const VIEW_ADDRESSES = [
  ["", "Track sheet"],
  ["/instruments", "Instruments"],
  ["/inputs", "Input list"],
  ["/map", "Signal map"],
  ["/picture", "Stereo picture"],
  ["/levels", "Levels"],
  ["/time", "Time"],
  ["/order", "Order"],
  ["/session", "Session"],
  ["/variants", "Variants"],
  ["/changes", "Changes"],
  ["/releases", "Releases"],
  ["/blocks", "Blocks"],
  ["/remarks", "Remarks"],
  ["/devices", "Devices"],
  ["/about", "About"],
] as const;

const FROM_ITS_NAME: readonly string[] = ["/blocks", "/remarks", "/devices", "/about"];
/** Those that stand beside each other above the sheet; what it is about and holds is reached from its name. */
const TABS = VIEW_ADDRESSES.filter(([path]) => !FROM_ITS_NAME.includes(path));
/** What only some templates have stands among them where there is some, or where it is begun. */
export const tabsOf = (there: { readonly order: boolean; readonly instruments: boolean }) =>
  TABS.filter(
    ([path]) => (path !== "/order" || there.order) && (path !== "/instruments" || there.instruments),
  );
