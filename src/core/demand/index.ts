export { demandOf, type FixtureDemand, type Outlet, outletOf } from "./demand.ts";
