/** Customers and sites as forms tell them. */
import { z } from "zod";
import { line, looseLine, looseParagraph, phone, uuid } from "./text.ts";
import { siteSchema } from "./visit.ts";

const email = looseLine(200).refine((text) => text === "" || /^[^@\s]+@[^@\s]+\.[^@\s]+$/.test(text), {
  error: "must be an address like name@shop.example, or empty",
});
const version = z.coerce.number().int().nonnegative();

export const contactSchema = z.strictObject({ name: line(100), role: looseLine(100), phone });
export type Contact = z.output<typeof contactSchema>;
export const contactsSchema = z.array(contactSchema).max(20);

/** Contacts as people write them: a line each, "name, role, phone". */
const contactLines = looseParagraph(4000).transform((text, context) => {
  const contacts: Contact[] = [];
  for (const [at, each] of text
    .split(/\r?\n/)
    .filter((row) => row.trim() !== "")
    .entries()) {
    const [name = "", role = "", number = ""] = each.split(",").map((cell) => cell.trim());
    const read = contactSchema.safeParse({ name, role, phone: number });
    if (read.success) contacts.push(read.data);
    else
      context.addIssue({
        code: "custom",
        message: `line ${at + 1}: ${read.error.issues[0]?.message ?? "cannot be read"}`,
      });
  }
  if (contacts.length > 20) context.addIssue({ code: "custom", message: "holds 20 contacts at most" });
  return contacts;
});

export const siteForm = z.object({
  name: siteSchema.shape.name,
  address: siteSchema.shape.address,
  zone: siteSchema.shape.zone,
  contacts: contactLines,
  accessNote: looseParagraph(2000),
  /** Absent: as it was. */
  customer: z.union([z.literal("").transform(() => null), uuid]).optional(),
  version,
});

export const customerForm = z.object({
  name: line(200),
  phone,
  email,
  note: looseParagraph(2000),
  version,
});
