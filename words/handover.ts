/** What each role may do, in a sentence. */
export const ROLE_CAN: readonly { readonly role: string; readonly can: string }[] = [
  { role: 'Coordinator', can: 'everything, including people, settings, grow-outs, recalls and lending against the rules’ advice.' },
  { role: 'Helper', can: 'intake, bench, tests, shelves and desk; may remove holds for drying, pests and tests.' },
  { role: 'Grower', can: 'their own grow-outs, log and loans; the almanac.' },
  { role: 'Member', can: 'their own loans and what can be borrowed; the almanac.' },
];
