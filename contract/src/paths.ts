/**
 * Method and path of every request, below /api; light enough for the first page. What goes over each stands
 * in `routes.ts`.
 */
export const paths = {
  health: ["get", "/health"],
  ready: ["get", "/ready"],
  doorway: ["get", "/sign-in"],
  signIn: ["post", "/sign-in"],
  signOut: ["post", "/sign-out"],
  lookAtSetUp: ["post", "/set-up/look"],
  setUp: ["post", "/set-up"],
  lookAtLink: ["post", "/links/look"],
  useLink: ["post", "/links"],
  me: ["get", "/me"],
  account: ["get", "/me/account"],
  editAccount: ["put", "/me/account"],
  changePassword: ["post", "/me/password"],
  signOutOf: ["post", "/me/sign-outs"],
  beginFactor: ["post", "/me/second-factor"],
  confirmFactor: ["post", "/me/second-factor/confirm"],
  newRecoveryCodes: ["post", "/me/second-factor/codes"],
  endFactor: ["post", "/me/second-factor/end"],
  people: ["get", "/people"],
  invite: ["post", "/people"],
  peopleRules: ["put", "/people-rules"],
  endDemo: ["post", "/people-of-the-demo/off"],
  editPerson: ["put", "/people/:person"],
  newLink: ["post", "/people/:person/link"],
  withdrawLink: ["post", "/people/:person/link/withdraw"],
  switchPerson: ["post", "/people/:person/switch"],
  record: ["get", "/record"],
  recordFile: ["get", "/record/file"],
  today: ["get", "/today"],
  drift: ["get", "/today/drift"],
  house: ["get", "/house"],
  currentEdition: ["get", "/house/current"],
  houseEdition: ["get", "/house/editions/:edition"],
  unreadNames: ["get", "/house/unread"],
  impact: ["get", "/house/impact/:from"],
  houseBook: ["get", "/house/book"],
  houseUses: ["get", "/house/uses"],
  houseHands: ["get", "/house/hands"],
  editHouse: ["post", "/house/draft/changes"],
  publishEdition: ["post", "/house/editions"],
  library: ["get", "/library"],
  template: ["get", "/library/:template"],
  findTemplates: ["get", "/library-search"],
  editShelves: ["put", "/shelves"],
  editTemplate: ["put", "/library/:template"],
  retireTemplate: ["post", "/library/:template/retire"],
  takeBack: ["put", "/library/:template/releases/:release/taken-back"],
  newTemplate: ["post", "/library"],
  behind: ["get", "/library/:template/behind/:from"],
  follow: ["get", "/follow/:from"],
  followEdition: ["post", "/library/:template/follow"],
  templateFile: ["get", "/library/:template/file"],
  release: ["get", "/library/:template/releases/:release"],
  publishRelease: ["post", "/library/:template/releases"],
  comparePdf: ["post", "/compare/pdf"],
  chains: ["get", "/chains"],
  saveChain: ["post", "/chains"],
  chainSheets: ["get", "/chains/sheets"],
  chainUses: ["get", "/chains/uses"],
  document: ["get", "/documents/:document"],
  inputListPdf: ["get", "/documents/:document/input-list"],
  editDocument: ["post", "/documents/:document/changes"],
  rooms: ["get", "/rooms"],
  room: ["get", "/rooms/:room"],
  newRoom: ["post", "/rooms"],
  orderRooms: ["post", "/rooms/order"],
  editRoom: ["put", "/rooms/:room"],
  retireRoom: ["post", "/rooms/:room/retire"],
  newStation: ["post", "/rooms/:room/stations"],
  withdrawStation: ["post", "/rooms/:room/stations/:station/withdraw"],
  report: ["post", "/station/report"],
  tick: ["put", "/rooms/:room/ticks/:item"],
  disk: ["get", "/disk"],
  hashOnDisk: ["post", "/disk/hashes"],
  makeOnDisk: ["post", "/disk/blueprint"],
  moveOnDisk: ["post", "/disk/runs"],
  undoOnDisk: ["post", "/disk/runs/:run/undo"],
  sessions: ["get", "/sessions"],
  startSession: ["post", "/sessions"],
  session: ["get", "/sessions/:session"],
  forwardLook: ["get", "/sessions/:session/forward/:release"],
  bringForward: ["post", "/sessions/:session/forward"],
  undoForward: ["post", "/sessions/:session/forward/undo"],
  package: ["get", "/sessions/:session/package"],
  closeSession: ["post", "/sessions/:session/close"],
  openSession: ["post", "/sessions/:session/open"],
  tickLine: ["put", "/sessions/:session/ticks"],
  sessionInputListPdf: ["get", "/sessions/:session/input-list"],
  sendToStation: ["post", "/sessions/:session/send"],
  handIn: ["post", "/check-ins"],
  checkIn: ["get", "/check-ins/:checkIn"],
  setAside: ["post", "/check-ins/:checkIn/set-aside"],
  correctedFile: ["get", "/check-ins/:checkIn/file"],
  correction: ["get", "/check-ins/:checkIn/correction"],
} as const satisfies Record<string, readonly ["get" | "post" | "put", string]>;

export type Paths = typeof paths;
export type RouteName = keyof Paths;

/** The parts of a path that are filled in: "template" in "/library/:template". */
export type ParamsOf<P extends string> = P extends `${string}:${infer Name}/${infer Rest}`
  ? Name | ParamsOf<`/${Rest}`>
  : P extends `${string}:${infer Name}`
    ? Name
    : never;
export type Params<N extends RouteName> = Readonly<Record<ParamsOf<Paths[N][1]>, string | number>>;

/** A route's path with its parts filled in. */
export function pathOf<N extends RouteName>(name: N, params: Params<N>): string {
  return paths[name][1].replace(/:(\w+)/g, (_, key: string) =>
    encodeURIComponent(String(Reflect.get(params, key))),
  );
}
