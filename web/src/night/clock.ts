/** Hours from the midnight before the evening as a clock shows them: 26.67 is 02:40. */
export function clock(hour: number): string {
  const minutes = Math.round(hour * 60);
  const two = (n: number) => String(n).padStart(2, "0");
  return `${two(Math.floor(minutes / 60) % 24)}:${two(minutes % 60)}`;
}
