/** The ways around: work first, then instruments, then the shop. */
import {
  CalendarDays,
  ClipboardList,
  ClipboardPen,
  Droplets,
  Ellipsis,
  House,
  ListChecks,
  type LucideIcon,
  Package,
  ScanSearch,
  Search,
  Settings,
  Spline,
  Star,
  TableProperties,
  Truck,
} from "lucide-react";

export type Here =
  | "day"
  | "visits"
  | "visit"
  | "sites"
  | "search"
  | "truck"
  | "identify"
  | "fits"
  | "line"
  | "water"
  | "catalogue"
  | "rules"
  | "steps"
  | "settings"
  | "more";

export interface NavigationLink {
  readonly here: Here;
  readonly href: string;
  readonly label: string;
  readonly icon: LucideIcon;
  /** What is there, for the page that lists all. */
  readonly about: string;
  /** Stands in the bar of a phone. */
  readonly isOnPhone?: true;
  readonly key?: string;
}

export interface NavigationGroup {
  readonly title: string;
  readonly links: readonly NavigationLink[];
}

export const NAVIGATION: readonly NavigationGroup[] = [
  {
    title: "Work",
    links: [
      {
        here: "day",
        href: "/",
        label: "Today",
        icon: CalendarDays,
        about: "What is next, late or due",
        isOnPhone: true,
      },
      {
        here: "visits",
        href: "/visits",
        label: "Visits",
        icon: ClipboardList,
        about: "Every visit there ever was, and the week",
        isOnPhone: true,
      },
      {
        here: "sites",
        href: "/sites",
        label: "Sites",
        icon: House,
        about: "Places as they were left, customers, what falls due",
      },
      {
        here: "search",
        href: "/search",
        label: "Search",
        icon: Search,
        about: "Customers, sites, visits, fixtures, notes and parts",
        isOnPhone: true,
        key: "/",
      },
    ],
  },
  {
    title: "Instruments",
    links: [
      {
        here: "identify",
        href: "/identify",
        label: "Identify",
        icon: ScanSearch,
        about: "What an end is, from what can be measured",
        isOnPhone: true,
      },
      {
        here: "fits",
        href: "/fits",
        label: "Compatibility",
        icon: TableProperties,
        about: "Whether two ends fit",
      },
      {
        here: "line",
        href: "/line",
        label: "Line length",
        icon: Spline,
        about: "How long a line must be, and how it bends",
      },
      {
        here: "water",
        href: "/water",
        label: "Water",
        icon: Droplets,
        about: "What flows, what is left, what bangs",
      },
    ],
  },
  {
    title: "Shop",
    links: [
      {
        here: "catalogue",
        href: "/catalogue",
        label: "Parts",
        icon: Package,
        about: "The catalogue, with prices",
      },
      {
        here: "truck",
        href: "/truck",
        label: "Truck",
        icon: Truck,
        about: "What is on it, what it can make, what to load",
      },
      {
        here: "rules",
        href: "/house-rules",
        label: "Standards",
        icon: Star,
        about: "The shop's choice among practices",
      },
      {
        here: "steps",
        href: "/steps",
        label: "Procedures",
        icon: ListChecks,
        about: "The steps run sheets are made from",
      },
      {
        here: "settings",
        href: "/settings",
        label: "Settings",
        icon: Settings,
        about: "Who the shop is, and what it charges",
      },
    ],
  },
];

/** The bar's way to everything that does not stand in the bar. */
export const MORE: NavigationLink = {
  here: "more",
  href: "/more",
  label: "More",
  icon: Ellipsis,
  about: "Everything else",
  isOnPhone: true,
};

/** The page of one visit, while one is open. */
export const visitLink = (id: string): NavigationLink => ({
  here: "visit",
  href: `/visits/${id}`,
  label: "Visit",
  icon: ClipboardPen,
  about: "The visit that is open",
});
