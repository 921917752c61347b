import { EyeInvisibleOutlined, EyeOutlined } from "@ant-design/icons";
import { useQueryClient } from "@tanstack/react-query";
import { Button, Flex, Input } from "antd";
import { useEffect, useId, useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { ask, client, type Me } from "../../lib/api/client";
import { SignIn as fields } from "../../lib/api/fields";
import { forgetAll } from "../../lib/news";
import { run } from "../../lib/run";
import { useSend } from "../../lib/send";
import { Field } from "../../ui/Field";
import { Fold } from "../../ui/Fold";
import { Lead, Why } from "../../ui/Said";
import { TextLine } from "../../ui/TextLine";
import { Trouble } from "../../ui/Trouble";
import { drawn } from "../../ui/drawn";
import view from "../../ui/view.module.css";
import { tell } from "../../words/people";

/** How many signs a code has. */
const signs = 6;

/** Who comes in says who they are: by a code from a keeper's screen, or with a passphrase. */
export default function SignIn() {
  const cache = useQueryClient();
  const go = useNavigate();
  const { pathname, hash } = useLocation();
  const scanned = pathname === "/join" ? hash.slice(1) : "";
  const [name, setName] = useState("");
  const [passphrase, setPassphrase] = useState("");
  const [typed, setTyped] = useState(0); // counts the codes that were typed, so that a wrong one is cleared
  const code = useId();
  const { send, trouble, sending } = useSend<Me>({
    aside: true,
    then: async (who) => {
      if (pathname === "/join") await go("/", { replace: true });
      forgetAll(cache, who);
    },
    but: () => setTyped((n) => n + 1),
  });
  const join = (of: string) => send(() => ask(client.POST("/api/v1/sessions/joined", { body: { code: of } })));
  useEffect(() => {
    if (!scanned) return;
    run(Promise.resolve(go("/join", { replace: true }))); // a code is used once: it need not stay in the address
    join(scanned);
    // It is sent once, as it came.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [scanned]);
  return (
    <main className={view.sheet} data-part="sign-in">
      <h1>{tell("who-are-you")}</h1>
      <Lead>{tell("this-bench-is-open-to-those-who")}</Lead>
      {trouble && <Trouble error={trouble} />}
      <Field label={tell("the-code-on-a-keepers-screen")} of={code}>
        <Input.OTP
          key={typed}
          size="large"
          id={code}
          length={signs}
          autoFocus
          disabled={sending}
          formatter={(text) => text.toUpperCase()}
          onChange={join}
        />
      </Field>
      <Why>{tell("a-keeper-finds-it-under-settings")}</Why>
      <Fold summary={tell("with-a-name-and-a-passphrase")}>
        <form
          onSubmit={(e) => {
            e.preventDefault();
            send(() => ask(client.POST("/api/v1/sessions", { body: { name, passphrase } })));
          }}
        >
          <Flex vertical gap={10} align="start">
            <TextLine {...fields.name} value={name} onChange={setName} />
            <Secret label={tell("your-passphrase")} value={passphrase} onChange={setPassphrase} now />
            <Button type="primary" htmlType="submit" loading={sending} disabled={!name || !passphrase}>
              {tell("come-in")}
            </Button>
          </Flex>
        </form>
      </Fold>
    </main>
  );
}

type SecretProps = {
  label: string;
  value: string;
  onChange: (value: string) => void;
  /** It is the one there is, not a new one: a browser may fill it in. */
  now?: boolean;
  error?: string;
};

/** A passphrase: not shown unless one asks. */
export function Secret({ label, value, onChange, now, error }: SecretProps) {
  const id = useId();
  return (
    <Field label={label} of={id} error={error}>
      <Input.Password
        id={id}
        value={value}
        maxLength={fields.passphrase.max}
        autoComplete={now ? "current-password" : "new-password"}
        aria-invalid={!!error}
        iconRender={(seen) => (seen ? <EyeOutlined {...drawn} /> : <EyeInvisibleOutlined {...drawn} />)}
        onChange={(e) => onChange(e.target.value)}
      />
    </Field>
  );
}
