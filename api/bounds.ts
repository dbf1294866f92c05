/** An act is at most so large as JSON, at the door and in an archive alike, bytes. */
export const ACT_BYTES = 512 * 1024;
