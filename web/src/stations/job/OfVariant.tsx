import { useQuery } from "@tanstack/react-query";
import { Link } from "@tanstack/react-router";
import { variantsQuery } from "@/api/queries";

/** Says of a variant whose it is: it is planned beside that, and is not made. */
export function OfVariant({ id }: { id: string }) {
  const { data: family } = useQuery(variantsQuery(id));
  const first = family?.[0];
  if (!first || first.id === id) return null;
  return (
    <p className="flex flex-wrap items-center gap-x-4 border-b border-line bg-chalk-soft px-4">
      <span className="py-2">Variant of {first.name}: planned beside it, not bought for and not poured.</span>
      <Link
        to="/jobs/$jobId/compare"
        params={{ jobId: first.id }}
        className="inline-flex min-h-11 items-center underline"
      >
        Compare plans
      </Link>
    </p>
  );
}
