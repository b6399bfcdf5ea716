"""The page that asks for the code. It stands by itself: nothing else is served before it is answered."""

from __future__ import annotations

from html import escape

_PAGE = """<!doctype html>
<html lang="en">
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Steeple at the bench</title>
<style>
:root {{ color-scheme: light dark; --paper: #f7f4ec; --ink: #20302c; --soft: #5a6660; --verd: #1f7a6b; --brick: #a8432b; }}
@media (prefers-color-scheme: dark) {{ :root {{ --paper: #18211e; --ink: #ece7da; --soft: #a9b4ad; --verd: #6fc3b1; --brick: #e58a72; }} }}
body {{ margin: 0; background: var(--paper); color: var(--ink); font: 1.125rem/1.45 system-ui, sans-serif; }}
main {{ max-width: 24rem; margin: 0 auto; padding: 2.5rem 1.25rem; }}
h1 {{ font: 600 1.6rem/1.25 Georgia, serif; }}
label {{ display: block; margin: 1.1rem 0 .3rem; }}
input {{ box-sizing: border-box; width: 100%; padding: .7rem; font-size: 1.5rem; color: inherit; background: transparent; border: 1px solid var(--soft); border-radius: 4px; }}
input[name=code] {{ letter-spacing: .2em; text-transform: uppercase; font-variant-numeric: tabular-nums; }}
button {{ width: 100%; margin-top: 1.5rem; padding: .9rem; font: inherit; font-weight: 600; color: var(--paper); background: var(--verd); border: 0; border-radius: 4px; }}
p {{ color: var(--soft); }}
p[role=alert] {{ color: var(--brick); font-weight: 600; }}
</style>
<main>
<h1>This phone beside your work</h1>
<p>Type the code that Steeple shows at the desk.</p>
{said}
<form method="post" action="/pair">
<label for="code">Code</label>
<input id="code" name="code" value="{code}" autocomplete="off" autocapitalize="characters" spellcheck="false" maxlength="20" required>
<label for="name">What you call this device</label>
<input id="name" name="name" value="phone" maxlength="60">
<button type="submit">Pair this device</button>
</form>
<p>It may then show the card, check frames, call the roll and run the session. It changes no plan. At the desk it can be
sent away again at any time.</p>
</main>
</html>
"""


def asking_page(*, code: str = "", said: str = "") -> str:
    """The page.

    Parameters
    ----------
    code, said
        what stands in the field; why the last code was refused, empty = none was.
    """
    alert = f'<p role="alert">{escape(said)}</p>' if said else ""
    return _PAGE.format(code=escape(code, quote=True), said=alert)
