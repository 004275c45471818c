import { useMutation } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { ApiProblem, answer, api, openGym } from "../../api/client";
import { Door } from "../../parts/Door";
import { Field } from "../../parts/Field";

/** The first gym of an installation and its owner, by the code that was printed where the server was started. */
export function FirstRun() {
  const [given, setGiven] = useState({
    code: window.location.hash.slice(1),
    gym: "",
    place: "",
    timezone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    unit: "kg" as "kg" | "lb",
    name: "",
    email: "",
    password: "",
  });
  const set = (field: keyof typeof given) => (value: string) => setGiven({ ...given, [field]: value });
  const make = useMutation({
    mutationFn: async () => {
      await answer(api.GET("/api/csrf"));
      const { code, gym, place, timezone, unit, name, email, password } = given;
      return answer(
        api.POST("/api/first-run", {
          body: { code, gym: { name: gym, place, timezone, unit }, name, email, password },
        }),
      );
    },
    onSuccess: (me) => {
      openGym(me.gym_id);
      window.location.assign("/gym");
    },
  });
  const problem = make.error instanceof ApiProblem ? make.error : null;
  const wrong = (field: string) => (problem?.field === field ? problem.message : undefined);
  const places = ["code", "gym.name", "gym.place", "gym.timezone", "name", "owner.name", "email", "password"];
  const submit = (event: FormEvent) => {
    event.preventDefault();
    make.mutate();
  };
  return (
    <Door>
      <form onSubmit={submit} aria-label="Your gym" className="space-y-3">
        <h1 className="text-[34px]">Your gym</h1>
        <Field
          label="Code"
          hint="Printed where the server was started."
          required
          value={given.code}
          onValue={set("code")}
          wrong={wrong("code")}
        />
        <Field
          label="Name of the gym"
          required
          maxLength={80}
          value={given.gym}
          onValue={set("gym")}
          wrong={wrong("gym.name")}
        />
        <div className="grid grid-cols-2 gap-3">
          <Field label="Place" maxLength={80} value={given.place} onValue={set("place")} />
          <div>
            <label className="block text-[15px] font-semibold" htmlFor="unit">
              Loads in
            </label>
            <select
              id="unit"
              className="field mt-1 w-full"
              value={given.unit}
              onChange={(event) => set("unit")(event.target.value)}
            >
              <option value="kg">kilograms</option>
              <option value="lb">pounds</option>
            </select>
          </div>
        </div>
        <Field
          label="Time zone"
          required
          value={given.timezone}
          onValue={set("timezone")}
          wrong={wrong("gym.timezone")}
        />
        <h2 className="pt-3 text-[24px]">You, its owner</h2>
        <Field
          label="Your name"
          required
          maxLength={80}
          value={given.name}
          onValue={set("name")}
          wrong={wrong("name") ?? wrong("owner.name")}
        />
        <Field
          label="Email"
          type="email"
          autoComplete="username"
          required
          value={given.email}
          onValue={set("email")}
          wrong={wrong("email")}
        />
        <Field
          label="Password"
          type="password"
          autoComplete="new-password"
          hint="Ten letters or more."
          required
          value={given.password}
          onValue={set("password")}
          wrong={wrong("password")}
        />
        {make.error && !places.includes(problem?.field ?? "") && (
          <p role="alert" className="font-semibold text-hold">
            {make.error.message}
          </p>
        )}
        <button type="submit" className="action w-full py-2.5" disabled={make.isPending}>
          {make.isPending ? "Making it" : "Make the gym"}
        </button>
      </form>
    </Door>
  );
}
