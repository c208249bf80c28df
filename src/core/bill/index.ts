export {
  BILL_LINE_KINDS,
  BILL_STAGES,
  type Bill,
  type BillLine,
  type BillStage,
  billFault,
  billOf,
  CHARGED_MIN,
  type Rates,
} from "./bill.ts";
