/**
 * The schemas everything from outside is read with. They are a part of the app by themselves, fetched when there is something to read: a page
 * opened without network needs none of them for what this version of the app has kept itself.
 */
export const reading = () => import('@zither/contract');
export type Reading = Awaited<ReturnType<typeof reading>>;
