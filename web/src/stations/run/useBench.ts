import { useQuery } from "@tanstack/react-query";
import { client, take } from "@/api/client";
import type { Run } from "@/run/useRun";

/** The devices on the bench; a tub that was weighed empty is taken off. Without a network there are none. */
export function useBench(run: Run) {
  const { data } = useQuery({
    queryKey: ["bench"],
    queryFn: () => take(client.GET("/api/bench")),
    staleTime: 60_000,
    retry: false,
  });
  const weigh = async (expects_kg: number) =>
    (await take(client.GET("/api/bench/scale", { params: { query: { expects_kg } } }))).value;
  const net = async (kg: number) => (await weigh(kg)) - (await weigh(0));
  const { air_c, bags } = run.sheet;
  const { bag_kg } = bags;
  return {
    scale: data?.scale ?? false,
    thermometer: data?.thermometer ?? false,
    light: data?.light ?? null,
    /** Bags, by their mass, to a twentieth. */
    bags: async (expected: number) => Math.round((20 * (await net(expected * bag_kg))) / bag_kg) / 20,
    /** Litres of water, 1 kg each. */
    water: (expected: number) => net(expected),
    /** Grams of what is dosed. */
    grams: async (expected: number) => 1000 * (await net(expected / 1000)),
    celsius: async () =>
      (await take(client.GET("/api/bench/thermometer", { params: { query: { expects_c: air_c } } }))).value,
  };
}
