import { useState } from "react";

export type Role = "all" | "mixer" | "placer";
const ROLES: { role: Role; text: string }[] = [
  { role: "all", text: "All of it" },
  { role: "mixer", text: "I mix" },
  { role: "placer", text: "I place" },
];

/** What is done on this device; it stays with the pour. */
export function useRole(pour: string): [Role, (role: Role) => void] {
  const key = `run-role-${pour}`;
  const [role, setRole] = useState<Role>(
    () => ROLES.find((one) => one.role === localStorage.getItem(key))?.role ?? "all",
  );
  return [
    role,
    (chosen) => {
      localStorage.setItem(key, chosen);
      setRole(chosen);
    },
  ];
}

export function Roles({ role, onChange }: { role: Role; onChange: (role: Role) => void }) {
  return (
    <nav aria-label="What you do" className="flex border-b border-line-strong">
      {ROLES.map((one) => (
        <button
          key={one.role}
          type="button"
          aria-pressed={role === one.role}
          className={`min-h-12 flex-1 font-semibold ${role === one.role ? "bg-ink text-paper" : ""}`}
          onClick={() => onChange(one.role)}
        >
          {one.text}
        </button>
      ))}
    </nav>
  );
}
