/** Why an act stands before what comes first: the device that told the act had no network. It leads what the server says of the order. */
export const TOLD_WITHOUT_NETWORK = "Told without a network.";
