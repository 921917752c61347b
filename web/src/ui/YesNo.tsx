import { Button, Space } from "antd";

type Props<T extends string> = {
  /** What it is about, for those who cannot see where it stands. */
  label: string;
  options: readonly (readonly [T, string])[];
  value: T | undefined;
  /** What earlier steps say of it. */
  known?: T;
  onAnswer: (value: T | undefined) => void;
};

/** One of two, or neither: tapping an answer again takes it back. */
export function YesNo<T extends string>({ label, options, value, known, onAnswer }: Props<T>) {
  return (
    <Space.Compact data-answer>
      {options.map(([is, words]) => (
        <Button
          key={is}
          type={known === is ? "dashed" : "default"}
          aria-pressed={value === is}
          aria-label={`${label}: ${words}`}
          onClick={() => onAnswer(value === is ? undefined : is)}
        >
          {known === is ? <i>{words}</i> : words}
        </Button>
      ))}
    </Space.Compact>
  );
}
