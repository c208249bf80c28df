/** What lines and pipes are made of. */
export const MATERIAL_WORDS: Readonly<Record<string, string>> = {
  "stainless-braid": "braided stainless",
  "polymer-braid": "braided polymer",
  rubber: "rubber hose",
  copper: "copper",
  polyethylene: "polyethylene",
  pex: "PEX",
};
