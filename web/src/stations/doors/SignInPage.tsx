import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Link, useNavigate } from "@tanstack/react-router";
import { useState } from "react";
import { beginAnew, meQuery, passkeysFit, signIn, signInByPasskey } from "@/api/me";
import { FieldProblem } from "@/parts/FieldProblem";
import { DoorPage } from "./DoorPage";
import { Typed, useFields } from "./useFields";

/** Coming in by name and passphrase, or by a passkey. */
export function SignInPage({ to }: { to: string }) {
  const { data: me } = useQuery(meQuery);
  const queries = useQueryClient();
  const navigate = useNavigate();
  const [login, setLogin] = useState("");
  const [passphrase, setPassphrase] = useState("");
  const [keyProblem, setKeyProblem] = useState<string | null>(null);

  async function goIn() {
    await beginAnew(queries);
    await navigate({ href: to, replace: true });
  }
  const { submit, busy, problemOf, rest, id } = useFields(async () => {
    await signIn(login, passphrase);
    await goIn();
  });

  async function byPasskey() {
    setKeyProblem(null);
    try {
      await signInByPasskey();
      await goIn();
    } catch (error) {
      const given = error instanceof DOMException ? "No passkey was used. Try again, or type your passphrase." : null;
      setKeyProblem(given ?? (error instanceof Error ? error.message : String(error)));
    }
  }

  return (
    <DoorPage title="Sign in">
      <form className="space-y-4" onSubmit={(event) => void submit(event)}>
        <Typed
          label="Name"
          id={`${id}-login`}
          value={login}
          onType={setLogin}
          problem={problemOf("login")}
          autoComplete="username webauthn"
          autoFocus
        />
        <Typed
          label="Passphrase"
          id={`${id}-passphrase`}
          type="password"
          value={passphrase}
          onType={setPassphrase}
          problem={problemOf("passphrase")}
          autoComplete="current-password"
        />
        <FieldProblem problem={rest} />
        <button type="submit" className="button button-now w-full" disabled={busy || !login || !passphrase}>
          Sign in
        </button>
      </form>
      {passkeysFit(me) && (
        <>
          <button type="button" className="button w-full" onClick={() => void byPasskey()}>
            Use a passkey
          </button>
          <FieldProblem problem={keyProblem} />
        </>
      )}
      <p>
        New here, or the passphrase is forgotten? An owner of the shop makes a code.{" "}
        <Link to="/join" className="inline-flex min-h-11 items-center font-semibold underline">
          Type a code
        </Link>
      </p>
    </DoorPage>
  );
}
