"""The page on which a phone comes to trust a shop's own authority, in plain words, without script and sign-in."""

from html import escape
from pathlib import Path

from fastapi import APIRouter
from fastapi.responses import HTMLResponse, Response

from ulbrek.serving.authority import as_der, fingerprint

_PAGE = """<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1">
<title>Trust this shop’s Ulbrek</title><link rel="icon" href="data:,">
<style>
body{{font:1.0625rem/1.5 system-ui,sans-serif;margin:0 auto;padding:1.5rem 1rem 4rem;max-width:38rem;
color:#22272b;background:#f4f1ea}}
h1{{font-size:1.6rem;line-height:1.2}} h2{{font-size:1.15rem;margin-top:2rem}} li{{margin:.5rem 0}}
a.go{{display:block;padding:.9rem 1rem;background:#22272b;color:#fff;text-align:center;border-radius:.25rem;
font-weight:700;text-decoration:none}}
code{{display:block;font-size:1.0625rem;overflow-wrap:anywhere;background:#fff;padding:.75rem;border:1px solid #b9b2a4}}
@media(prefers-color-scheme:dark){{body{{color:#e9e5dc;background:#1b1f22}}a.go{{background:#e9e5dc;color:#1b1f22}}
code{{background:#101315;border-color:#555}}}}
</style></head><body><main>
<h1>Let this phone trust the shop’s Ulbrek</h1>
<p>The shop’s Ulbrek runs on a machine of its own, so no public office vouches for it. It vouches for itself, with a
certificate that this phone takes once. From then on nobody in the network can read along or pose as it.</p>
<h2>1. Compare</h2>
<p>These letters and digits (SHA-256) must be those that the laptop printed when Ulbrek was started. If they are not,
stop here: something stands between this phone and the laptop.</p>
<code>{fingerprint}</code>
<h2>2. Take the certificate</h2>
<p><a class="go" href="/trust/authority.crt">Download the certificate</a></p>
<h2>3. Trust it</h2>
<ul>
<li><b>If the phone says that a profile was downloaded:</b> open Settings, tap the profile near the top, and install it.
Then, under General, About, Certificate Trust Settings, switch it on.</li>
<li><b>If the phone asks what the certificate is for:</b> choose a CA certificate. If it only saves the file: open
Settings, search for “CA certificate”, and choose the file. The phone warns that somebody could read along; that is so
for whoever holds the key, which is the shop’s machine alone.</li>
<li><b>On a laptop:</b> open the file and mark it as trusted for web sites.</li>
</ul>
<h2>4. Go on</h2>
<p><a class="go" href="/">Open Ulbrek</a></p>
<h2>What it can and cannot do</h2>
<p>The certificate vouches only for private addresses and names, such as those in this network, and for no web site on
the internet. To take it back, remove it in the same settings.</p>
</main></body></html>"""


def add_trust(router: APIRouter, authority: Path) -> None:
    """Adds the page and the certificate.

    Args:
        router: to what they are added
        authority: the authority's certificate (PEM)
    """
    page, certificate = _PAGE.format(fingerprint=escape(fingerprint(authority))), as_der(authority)

    @router.get("/trust")
    def trust() -> HTMLResponse:
        return HTMLResponse(page)

    @router.get("/trust/authority.crt")
    def authority_certificate() -> Response:
        headers = {"Content-Disposition": 'attachment; filename="shop-authority.crt"'}
        return Response(certificate, headers=headers, media_type="application/x-x509-ca-cert")
