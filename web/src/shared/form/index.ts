export { Form } from "./Form";
export { Choice, Many, type Option, TextInput, Tick, TickMany } from "./fields";
export { useDraftForm } from "./useDraftForm";
