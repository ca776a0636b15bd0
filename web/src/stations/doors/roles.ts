import type { Role } from "@/api/accounts";

/** What somebody may be, and what they may then do. */
export const ROLES: readonly { role: Role; name: string; a: string; may: string }[] = [
  { role: "owner", name: "owner", a: "an owner", may: "do all of it, and say who may come in." },
  { role: "maker", name: "maker", a: "a maker", may: "plan jobs, pour, and keep all records." },
  {
    role: "helper",
    name: "helper",
    a: "a helper",
    may: "see the pours you are asked to, and write down what you did and saw.",
  },
];

/** The same, said of somebody else. */
export const MAY: Record<Role, string> = {
  owner: "may do all of it, and say who may come in",
  maker: "plans jobs, pours, and keeps all records",
  helper: "sees the pours they are asked to, and writes down what they did and saw; no prices, nothing deleted",
};
