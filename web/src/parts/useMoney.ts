import { useQuery } from "@tanstack/react-query";
import { shopQuery } from "@/api/queries";
import { writeMoney } from "@/units/quantity";

const UNKNOWN = "USD"; // until the shop is known

/** Writes money of the shop, never without its currency. */
export function useMoney(): (value: number) => string {
  const { data: shop } = useQuery(shopQuery);
  return (value) => writeMoney(value, shop?.currency ?? UNKNOWN);
}
