import type { ButtonHTMLAttributes } from "react";

const looks = {
  strong: "border-ink bg-ink text-paper",
  plain: "border-edge/60 bg-card text-ink hover:border-ink",
  quiet: "border-transparent bg-transparent text-ink hover:border-line",
};

export function Button({
  look = "plain",
  className = "",
  ...rest
}: ButtonHTMLAttributes<HTMLButtonElement> & { look?: keyof typeof looks }) {
  return (
    <button
      type="button"
      className={`inline-flex min-h-12 items-center justify-center gap-2 rounded-lg border px-3.5 font-semibold disabled:opacity-45 sm:min-h-9 ${looks[look]} ${className}`}
      {...rest}
    />
  );
}
