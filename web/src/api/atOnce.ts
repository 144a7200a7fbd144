import pLimit from "p-limit";

/** Heavy answers are worked out two at a time, whoever asks. */
export const atOnce = pLimit(2);
