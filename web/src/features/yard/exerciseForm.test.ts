import { describe, expect, it } from "vitest";
import type { OwnExercise } from "../../shared/api/types";
import sample from "../../shared/testing/sampleAnswers.generated.json";
import { asSent, copied, newStage, typed, upgraded } from "./exerciseForm";

const steer = sample.exercise.exercise as unknown as OwnExercise;
const blank = typed(sample.yard.new_exercise as unknown as OwnExercise);

describe("an exercise as it is typed", () => {
  it("is sent as it came, if nothing was changed", () => {
    const sent = asSent(typed(steer));
    expect(sent.stages).toMatchObject(
      steer.stages.map(({ number, name, needs }) => ({ number, name, needs: needs ?? [] })),
    );
    expect(sent).toMatchObject({ id: "steer", phase: "P4", cap: steer.cap, kit: steer.kit });
    expect(sent).toMatchObject({ cautions: steer.cautions, set_ups: steer.set_ups });
  });

  it("gives a new stage a number that was never used", () => {
    const { stages } = typed(steer);
    expect(newStage(stages, 1).source.number).toBe(4);
    expect(newStage(stages, sample.exercise.next_number).source.number).toBe(4);
    expect(newStage(stages, 7).source.number).toBe(7);
  });

  it("is copied without its name", () => {
    expect(copied(steer).source).toMatchObject({ id: "", name: "", kind: "L" });
  });

  it("sends what is no number as it is, and nothing where nothing was typed", () => {
    const sent = asSent({ ...blank, cap: "many", minutes: "7,5", rest_s: "" });
    expect(sent).toMatchObject({ cap: "many", minutes: 7.5 });
    expect(JSON.parse(JSON.stringify(sent))).not.toHaveProperty("rest_s");
  });

  it("takes up what was kept when lists were still words between commas", () => {
    const [stage] = blank.stages;
    const old = { kit: "gate, ,poles", stages: [{ ...stage, needs: "send.4, stand.2!" }] };
    const now = upgraded(blank, old as unknown as Partial<typeof blank>);
    expect(now.kit).toEqual(["gate", "poles"]);
    expect(now.stages.map((one) => one.needs)).toEqual([["send.4", "stand.2!"]]);
    expect(upgraded(blank, now)).toEqual(now);
  });
});
