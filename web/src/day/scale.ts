/** The hours of a day laid over a width. Names stand left of them, what one's clothes reach right. */
export type Scale = {
  from: number;
  to: number;
  left: number;
  right: number;
  width: number;
  gutter: number;
  x: (hour: number) => number;
  hourAt: (px: number) => number;
};

export function scaleOf(width: number, [from, to]: [number, number]): Scale {
  const narrow = width < 640;
  const left = narrow ? 2 : 142;
  const gutter = narrow ? 2 : 128;
  const right = Math.max(left + 60, width - gutter);
  return {
    from,
    to,
    left,
    right,
    width,
    gutter,
    x: (hour) => Math.round(10 * (left + ((hour - from) / (to - from)) * (right - left))) / 10,
    hourAt: (px) => from + ((px - left) / (right - left)) * (to - from),
  };
}
