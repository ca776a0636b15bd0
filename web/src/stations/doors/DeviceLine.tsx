import type { Device } from "@/api/me";
import { useMoment } from "@/parts/useMoment";

const CAME: Record<string, string> = { code: "by a code", passphrase: "by passphrase", passkey: "by a passkey" };

/** A device that is signed in: since when, and when and from where it was seen last. */
export function DeviceLine({ device, here, onEnd }: { device: Device; here: boolean; onEnd?: () => Promise<unknown> }) {
  const { moment } = useMoment();
  return (
    <li aria-label={device.name} className="flex flex-wrap items-center gap-x-4 border-b border-line py-2">
      <div className="min-w-0 flex-1">
        <p className="font-bold">
          {device.name}
          {here && <span className="ml-2 font-normal text-soft">this one</span>}
        </p>
        <p className="text-soft">
          seen {moment(device.seen_at)}, from {device.address}
        </p>
        <p className="text-soft">
          in since {moment(device.created_at)}, {CAME[device.by] ?? device.by}
        </p>
      </div>
      {!here && onEnd && (
        <button
          type="button"
          className="min-h-11 underline"
          aria-label={`Sign out ${device.name}`}
          onClick={() => void onEnd()}
        >
          Sign out
        </button>
      )}
    </li>
  );
}
