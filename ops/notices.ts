/** bin/notices: writes THIRD-PARTY-NOTICES.md, the packages and fonts that are part of what is built or served, with their licences. */
import { writeFileSync } from "node:fs";
import { join } from "node:path";
import { promisify } from "node:util";
import { init, type ModuleInfos } from "license-checker-rseidelsohn";
import { ROOT } from "./paths.ts";

const TARGET = join(ROOT, "THIRD-PARTY-NOTICES.md");
const HEADER = `# Third-party notices

Packages that Brass Nut is built from or served with, fonts included; made by \`bin/notices\`. Every licence is in full in the
package's own folder below node_modules.
`;

const list = (value: string | readonly string[] | undefined) =>
  value === undefined ? "not stated" : typeof value === "string" ? value : value.join(", ");

/** Notices as Markdown, one row a package. */
export function noticesOf(modules: ModuleInfos): string {
  const rows = Object.entries(modules)
    .sort(([a], [b]) => (a < b ? -1 : 1))
    .map(([name, { licenses, publisher, repository }]) => {
      const at = name.lastIndexOf("@");
      const columns = [
        name.slice(0, at),
        name.slice(at + 1),
        list(licenses),
        publisher ?? "",
        repository ?? "",
      ];
      return `| ${columns.map((column) => column.replaceAll("|", "/")).join(" | ")} |`;
    });
  return `${HEADER}
| package | version | licence | by | source |
|---|---|---|---|---|
${rows.join("\n")}
`;
}

async function main(): Promise<void> {
  const modules = await promisify(init)({ start: ROOT, production: true, excludePrivatePackages: true });
  writeFileSync(TARGET, noticesOf(modules));
}

if (process.argv[1]?.endsWith("notices.ts"))
  main().catch((error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  });
