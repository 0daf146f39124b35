/**
 * Whether a text from an address can be an id of ours at all; the database would stumble over anything
 * else.
 */
export const isUuid = (id: string): boolean => /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/.test(id);
