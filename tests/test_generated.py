"""What is derived from the sources is up to date, and says when it is not."""

import json
import subprocess
import sys

from ops import generate
from ops.postgres import ROOT
from ulbrek.core.rulebook import rule_book


def test_generated_files_are_up_to_date_and_a_stale_one_is_named() -> None:
    """One test: it edits a file that the other half looks at, and tests run side by side."""
    result = subprocess.run(
        [sys.executable, "-m", "ops.generate", "--check"], cwd=ROOT, capture_output=True, text=True, check=False
    )
    assert result.returncode == 0, result.stdout
    before = generate.RULES.read_text()
    try:
        generate.RULES.write_text(before + "edited by hand\n")
        result = subprocess.run(
            [sys.executable, "-m", "ops.generate", "--check"], cwd=ROOT, capture_output=True, text=True, check=False
        )
    finally:
        generate.RULES.write_text(before)
    assert result.returncode == 1
    assert "docs/rules.md is out of date: run make generate" in result.stdout


def test_the_rules_page_has_every_rule_with_its_formula_terms_and_source() -> None:
    page = generate.rules_page()
    for rule in rule_book():
        assert f"`{rule.id}`" in page
        assert f"Source: {rule.source}." in page
        if rule.formula:
            assert f"[{rule.unit}] = {rule.formula}" in page


def test_no_lock_or_source_holds_a_registrys_address() -> None:
    files = subprocess.run(["git", "ls-files"], cwd=ROOT, capture_output=True, text=True, check=True).stdout.split()
    names = ("registry." + "npmjs", "files." + "pythonhosted", "deb." + "debian", "pypi." + "org")
    for file in files:
        if not file.endswith((".png", ".ttf")):
            text = (ROOT / file).read_text()
            assert not [name for name in names if name in text], file


def test_every_python_package_is_pinned_with_hashes() -> None:
    for lock in ("requirements.lock", "requirements-dev.lock", "requirements-uv.lock"):
        pins = [line for line in (ROOT / lock).read_text().splitlines() if line and not line.startswith(" ")]
        assert pins
        assert [pin for pin in pins if "==" not in pin or not pin.endswith("\\")] == []


def test_every_front_end_package_is_pinned_with_its_integrity() -> None:
    packages = json.loads((ROOT / "web" / "package-lock.json").read_text())["packages"]
    fetched = {name: package for name, package in packages.items() if name and not package.get("inBundle")}
    assert [name for name, package in fetched.items() if "integrity" not in package] == []
