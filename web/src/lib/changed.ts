/** What a write changed, as its answer says: of which plants, and what that is of no plant. */
export type Changed = { plants?: number[]; house?: string[]; all?: boolean };

type Told = (changed: Changed) => Promise<void>;

let told: Told = () => Promise.resolve();
let loading: Promise<void> = Promise.resolve();

/** Sets who loads what follows from a change. */
export const onChange = (of: Told) => {
  told = of;
};

/** Tells what was changed from here. */
export const tellChange = (changed: Changed) => {
  loading = told(changed);
};

/** Tells that anything may be other than it is shown: something that was sent was refused. */
export const tellDoubt = () => tellChange({ all: true });

/** Waits until all that followed from what was sent is loaded. */
export const followed = () => loading;
