import { useMutation } from "@tanstack/react-query";

type Then<T> = {
  /** What follows an answer. */
  then?: (answer: T, of?: string) => unknown;
  /** What follows a trouble. */
  but?: () => unknown;
  /** What follows either. */
  after?: () => unknown;
  /** Those of one name wait for each other. */
  inTurn?: string;
};

/** What is sent to the program, and what came of it: told where it was sent, in one way. */
export function useSend<T = unknown>({ then, but, after, inTurn }: Then<T>) {
  const { mutate, error, isPending, reset } = useMutation({
    mutationFn: (send: () => Promise<T>) => send(),
    onSuccess: (answer) => then?.(answer),
    onError: () => but?.(),
    onSettled: () => after?.(),
    ...(inTurn && { scope: { id: inTurn } }),
  });
  return { send: mutate, trouble: error, sending: isPending, putAway: reset };
}

/** The same for one of several, such as a job: what came of it is told there. Whether it was kept comes back. */
export function useSendFor<T = unknown>({ then, but, after, inTurn }: Then<T>) {
  const { mutateAsync, error, variables } = useMutation({
    mutationFn: ({ send }: { of: string | undefined; send: () => Promise<T> }) => send(),
    onSuccess: (answer, { of }) => then?.(answer, of),
    onError: () => but?.(),
    onSettled: () => after?.(),
    ...(inTurn && { scope: { id: inTurn } }),
  });
  const send = (of: string | undefined, what: () => Promise<T>) =>
    mutateAsync({ of, send: what }).then(
      () => true,
      () => false,
    );
  return { send, trouble: error ? { job: variables?.of, error } : undefined };
}
