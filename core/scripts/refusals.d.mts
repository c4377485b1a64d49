/** The codes with which each public edit may refuse, worked out from its code. */
export function refusalCodes(): ReadonlyMap<string, ReadonlySet<string>>
/** What the description of each public edit should say of its refusals, where it says something else. */
export function wrongDescriptions(write?: boolean): string[]
