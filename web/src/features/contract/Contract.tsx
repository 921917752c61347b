import { useQuery } from "@tanstack/react-query";
import { useLocation } from "react-router";
import { Fold } from "../../ui/Fold";
import { Lead, Why } from "../../ui/Said";
import { Trouble } from "../../ui/Trouble";
import view from "../../ui/view.module.css";
import { Tell, tell } from "../../words/contract";

type Schema = {
  $ref?: string;
  type?: string | string[];
  items?: Schema;
  properties?: Record<string, Schema>;
  required?: string[];
  enum?: (string | null)[];
  description?: string;
  minimum?: number;
  maximum?: number;
  maxLength?: number;
  minItems?: number;
  maxItems?: number;
  additionalProperties?: Schema;
};
type Content = { content?: Record<string, { schema: Schema }> };
type Operation = {
  operationId: string;
  summary: string;
  parameters?: { name: string; in: string; description?: string }[];
  requestBody?: Content;
  responses: Record<string, Content>;
};
type Spec = {
  info: { description: string; version: string };
  paths: Record<string, Record<string, Operation>>;
  components: { schemas: Record<string, Schema> };
};

const nameOf = (ref: string) => ref.split("/").at(-1) ?? ref;

/** The contract of the API, to be read by a person. */
export default function Contract() {
  const spec = useQuery({
    queryKey: ["contract"],
    queryFn: async () => (await (await fetch("/api/openapi.json")).json()) as Spec,
    staleTime: Infinity,
  });
  const shown = useLocation().hash.slice(1); // the shape that was asked for lies open
  if (spec.error) return <Trouble error={spec.error} />;
  const doc = spec.data;
  if (!doc) return null;
  return (
    <main className={view.sheet}>
      <h1>{tell("the-open-interface")}</h1>
      <Lead>
        <Tell
          of="version-the-same-as-a-machine"
          with={{ description: doc.info.description, version: doc.info.version }}
          parts={{ a: <a href="/api/openapi.json" /> }}
        />
      </Lead>
      {Object.entries(doc.paths).flatMap(([path, methods]) =>
        Object.entries(methods).map(([method, op]) => <OperationEntry key={method + path} {...{ path, method, op }} />),
      )}
      <h2>{tell("shapes")}</h2>
      {Object.entries(doc.components.schemas).map(([name, s]) => (
        <Fold key={`${name} ${shown === name}`} id={name} summary={name} open={shown === name}>
          <Fields schema={s} />
        </Fold>
      ))}
    </main>
  );
}

function OperationEntry({ path, method, op }: { path: string; method: string; op: Operation }) {
  const body = op.requestBody?.content?.["application/json"]?.schema;
  return (
    <section>
      <h2>
        <code>
          {method.toUpperCase()} {path}
        </code>
      </h2>
      <p>{op.summary}.</p>
      {op.parameters?.map((p) => (
        <Why key={p.name}>
          <Tell of="in-the" with={{ code: <code>{p.name}</code>, in: p.in, description: p.description }} />
        </Why>
      ))}
      {body && (
        <p>
          <Tell of="takes" with={{ shape: <Shape schema={body} /> }} />
        </p>
      )}
      <p>
        {Object.entries(op.responses).map(([status, r]) => {
          const s = Object.values(r.content ?? {})[0]?.schema;
          return (
            <span key={status}>
              {status} {s && <Shape schema={s} />}
            </span>
          );
        })}
      </p>
    </section>
  );
}

function Fields({ schema }: { schema: Schema }) {
  return (
    <dl>
      {Object.entries(schema.properties ?? {}).map(([name, s]) => (
        <div key={name}>
          <dt>
            <code>{name}</code>
            {schema.required?.includes(name) ? "" : " ?"}
          </dt>
          <dd>
            <Shape schema={s} /> {limits(s)} {s.description}
          </dd>
        </div>
      ))}
    </dl>
  );
}

function Shape({ schema: s }: { schema: Schema }) {
  if (s.$ref) {
    const name = nameOf(s.$ref);
    return <a href={`#${name}`}>{name}</a>;
  }
  if (s.items) {
    return (
      <>
        <Tell of="list-of" with={{ shape: <Shape schema={s.items} /> }} />
      </>
    );
  }
  if (s.additionalProperties) {
    return (
      <>
        <Tell of="names-to" with={{ shape: <Shape schema={s.additionalProperties} /> }} />
      </>
    );
  }
  return (
    <>
      {[s.type]
        .flat()
        .filter((t) => t !== "null")
        .join(` ${tell("or")} `)}
    </>
  );
}

function limits(s: Schema): string {
  const said: string[] = [];
  if (s.enum) said.push(s.enum.filter(Boolean).join(", "));
  if (s.minimum !== undefined || s.maximum !== undefined) said.push(`${s.minimum ?? ""}–${s.maximum ?? ""}`);
  if (s.maxLength) said.push(tell("up-to-characters", { maxLength: s.maxLength }));
  if (s.maxItems) said.push(tell("entries", { minItems: s.minItems ?? 0, maxItems: s.maxItems }));
  return said.length ? `(${said.join("; ")})` : "";
}
