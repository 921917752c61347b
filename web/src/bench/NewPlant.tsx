import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Input } from "antd";
import { useState } from "react";
import { useNavigate } from "react-router";
import { ask, client, Refused } from "../api/client";
import { groups } from "../api/queries";
import { FieldError } from "../parts/Choice";
import { run } from "../parts/run";

/** A tag, then a tap on the group: the plant is on the bench and its roots can be read. */
export function NewPlant({ onClose }: { onClose: () => void }) {
  const [tag, setTag] = useState("");
  const [wrong, setWrong] = useState("");
  const kinds = useQuery(groups);
  const cache = useQueryClient();
  const go = useNavigate();

  const put = async (group: string) => {
    if (!tag.trim()) {
      setWrong("Give it a tag or a name first, then tap its group.");
      return;
    }
    try {
      const p = await ask(client.POST("/api/v1/plants", { body: { tag: tag.trim(), group } }));
      await cache.invalidateQueries({ queryKey: ["plants"] });
      await go(`/plants/${p.id}/look`);
    } catch (e) {
      setWrong((e instanceof Refused && (e.at("tag") ?? e.message)) || "It could not be put on the bench.");
    }
  };

  return (
    <section className="new-plant" aria-label="New plant">
      <label className="new-plant-tag">
        Tag or name
        <Input
          autoFocus
          value={tag}
          maxLength={80}
          size="large"
          onChange={(e) => {
            setTag(e.target.value);
            setWrong("");
          }}
        />
      </label>
      {wrong && <FieldError words={wrong} />}
      <p id="which-group">Tap its group. The rest can come later.</p>
      <div className="new-plant-groups" role="group" aria-labelledby="which-group">
        {kinds.data?.map((g) => (
          <button type="button" key={g.code} onClick={() => run(put(g.code))}>
            {g.name}
          </button>
        ))}
      </div>
      <button type="button" className="plain" onClick={onClose}>
        Not now
      </button>
    </section>
  );
}
