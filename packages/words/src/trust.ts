/** The page that says how a phone learns to trust this computer: once for each phone. HTML of its own, so that it opens anywhere. */
export function sayTrustPage(secureAddress: string): string {
  const address = secureAddress.replace(/[&<>"]/g, '');
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Zither Plumb: connect this phone</title>
<style>
body { font: 18px/1.5 system-ui, sans-serif; color: #22303A; background: #f6f2e9; margin: 0; }
main { max-width: 34rem; margin: 0 auto; padding: 1.5rem 1.25rem 3rem; }
h1 { font-size: 1.6rem; line-height: 1.25; border-top: 3px solid #7D5E14; padding-top: 1rem; }
h2 { font-size: 1.15rem; margin-top: 2rem; }
li { margin: .5rem 0; }
a.step { display: block; text-align: center; padding: .9rem; margin: .75rem 0; border-radius: 6px; background: #22303A; color: #f6f2e9; text-decoration: none; font-weight: 600; }
p.soft { color: #5c564b; }
</style>
</head>
<body>
<main>
<h1>Connect this phone to Zither Plumb</h1>
<p>The app works without network, keeps what you enter, and reads the phone’s motion sensor only over a secure connection. For that, this phone must trust the certificate of this computer. You do it once for each phone.</p>
<h2>1. Take the certificate</h2>
<a class="step" href="/trust/zither-plumb.crt">Download the certificate</a>
<h2>2. Trust it</h2>
<p>Phones do it in one of two ways:</p>
<ul>
<li><strong>The phone offers a profile.</strong> Open the settings, choose <em>Profile downloaded</em> and install it. Then go to <em>General</em>, <em>About</em>, <em>Certificate trust settings</em>, and switch “Zither Plumb on this computer” on.</li>
<li><strong>The phone saves a file.</strong> Open the settings, search for <em>CA certificate</em>, choose <em>Install from storage</em> and pick <em>zither-plumb.crt</em>. The phone warns that someone could read along: this certificate was made on this computer and its key never leaves it.</li>
</ul>
<p>On another computer: open the file and add it to the trusted root certificates.</p>
<h2>3. Open the app</h2>
<a class="step" href="${address}/">Open ${address}</a>
<p class="soft">If the browser still warns, close it once and open the address again. To undo it, remove “Zither Plumb on this computer” from the phone’s certificates.</p>
</main>
</body>
</html>
`;
}
