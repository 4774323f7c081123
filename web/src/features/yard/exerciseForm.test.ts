import { describe, expect, it } from "vitest";
import type { OwnExercise } from "../../shared/api/types";
import sample from "../../shared/testing/sampleAnswers.generated.json";
import { asSent, copied, emptyExercise, moved, typed, withStage } from "./exerciseForm";

const steer = sample.exercise.exercise as unknown as OwnExercise;

describe("an exercise as it is typed", () => {
  it("is sent as it came, if nothing was changed", () => {
    const sent = asSent(typed(steer));
    expect(sent.stages).toMatchObject(
      steer.stages.map(({ number, name, needs }) => ({ number, name, needs: needs ?? [] })),
    );
    expect(sent).toMatchObject({ id: "steer", phase: "P4", cap: steer.cap, kit: steer.kit });
    expect(sent).toMatchObject({ cautions: steer.cautions, set_ups: steer.set_ups });
  });

  it("gives a stage in the middle a number that was never used, and its place", () => {
    const form = withStage(typed(steer), 0, sample.exercise.next_number);
    expect(form.stages.map((stage) => stage.source.number)).toEqual([1, 4, 2, 3]);
    const again = withStage(form, 0, sample.exercise.next_number);
    expect(again.stages.map((stage) => stage.source.number)).toEqual([1, 5, 4, 2, 3]);
  });

  it("changes the order and never the numbers", () => {
    const form = moved(typed(steer), 2, -1);
    expect(form.stages.map((stage) => stage.source.number)).toEqual([1, 3, 2]);
  });

  it("is copied without its name", () => {
    expect(copied(steer).source).toMatchObject({ id: "", name: "", kind: "L" });
  });

  it("sends what is no number as it is, for the server to name", () => {
    const form = { ...emptyExercise(), cap: "many", minutes: "7,5" };
    expect(asSent(form)).toMatchObject({ cap: "many", minutes: 7.5 });
  });

  it("reads needs and kit as words between commas", () => {
    const form = emptyExercise();
    const [stage] = form.stages;
    if (!stage) throw new Error("an empty exercise has a stage");
    const sent = asSent({
      ...form,
      kit: "gate, ,poles",
      stages: [{ ...stage, needs: "send.4, stand.2!" }],
    });
    expect(sent).toMatchObject({ kit: ["gate", "poles"] });
    expect(sent.stages).toMatchObject([{ needs: ["send.4", "stand.2!"] }]);
  });
});
