import { useMutation, useQueryClient } from "@tanstack/react-query";
import { Refused } from "./api/client";
import { followed } from "./changed";
import { inOrder } from "./outbox";

type Then<T> = {
  /** What follows an answer. */
  then?: (answer: T, of?: string) => unknown;
  /** What follows a trouble. */
  but?: () => unknown;
  /** What follows either. */
  after?: () => unknown;
  /** Those of one name wait for each other. */
  inTurn?: string;
  /** It takes long, or lets one in: nothing else waits for it. */
  aside?: boolean;
};

/** Sends in turn with all else. What was kept already, though its answer was lost, is loaded anew. */
function useTurn<T>({ then, aside }: Then<T>) {
  const cache = useQueryClient();
  return {
    turn: (send: () => Promise<T>): Promise<T | undefined> => (aside ? send() : inOrder(send)),
    answered: async (answer: T | undefined, of?: string) => {
      if (answer === undefined) return cache.invalidateQueries();
      await then?.(answer, of);
      await followed();
    },
  };
}

/** What is sent to the program, and what came of it: told where it was sent, in one way. */
export function useSend<T = unknown>(how: Then<T>) {
  const { turn, answered } = useTurn(how);
  const { mutate, error, isPending, reset } = useMutation({
    mutationFn: turn,
    onSuccess: (answer) => answered(answer),
    onError: () => how.but?.(),
    onSettled: () => how.after?.(),
    ...(how.inTurn && { scope: { id: how.inTurn } }),
  });
  /** What the program found wrong with a field. */
  const wrong = (field: string) => (error instanceof Refused ? error.at(field) : undefined);
  return { send: mutate, trouble: error, wrong, sending: isPending, putAway: reset };
}

/** The same for one of several, such as a job: what came of it is told there. Whether it was kept comes back. */
export function useSendFor<T = unknown>(how: Then<T>) {
  const { turn, answered } = useTurn(how);
  const { mutateAsync, error, variables } = useMutation({
    mutationFn: ({ send }: { of: string | undefined; send: () => Promise<T> }) => turn(send),
    onSuccess: (answer, { of }) => answered(answer, of),
    onError: () => how.but?.(),
    onSettled: () => how.after?.(),
    ...(how.inTurn && { scope: { id: how.inTurn } }),
  });
  const send = (of: string | undefined, what: () => Promise<T>) =>
    mutateAsync({ of, send: what }).then(
      () => true,
      () => false,
    );
  return { send, trouble: error ? { job: variables?.of, error } : undefined };
}
