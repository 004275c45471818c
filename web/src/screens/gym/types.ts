export type { Gym as Settled } from "../../saving/gym";
