import { type ReactNode, useState } from "react";

interface Props {
  address: string;
  /** What is copied, as its button says it. */
  what: "link" | "address";
  children: ReactNode;
}

/** An address with a secret, shown this once, to be copied. */
export function CopyOnce({ address, what, children }: Props) {
  const [copied, setCopied] = useState(false);
  return (
    <div className="mt-4 space-y-2 border-l-4 border-chalk pl-3">
      <p>{children}</p>
      <p className="[overflow-wrap:anywhere]" data-link={address}>
        {address}
      </p>
      <button
        type="button"
        className="button"
        onClick={() => void navigator.clipboard?.writeText(address).then(() => setCopied(true))}
      >
        {copied ? "Copied" : `Copy the ${what}`}
      </button>
    </div>
  );
}
