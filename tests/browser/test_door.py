"""Where others can come in: the first link, a link for somebody to work, one to look, signing in and out."""

import re
import subprocess
import sys
import zipfile
from collections.abc import Callable, Iterator

import pyotp
import pytest
from playwright.sync_api import BrowserContext, Page, expect

from answering import until_it_answers
from served import ROOT, free_port, serving

PASSPHRASE = "three damp sacks of leaves"


class House:
    """A server where everybody signs in, and the link that it told at its start."""

    def __init__(self, url: str) -> None:
        self.address = f"http://127.0.0.1:{(port := free_port())}"
        words = [sys.executable, "-m", "acrebox.serve", "--port", str(port), "--accounts"]
        self.server = subprocess.Popen(words, env=serving(url), stdout=subprocess.PIPE, cwd=ROOT)
        assert self.server.stdout
        said = self.server.stdout.readline().decode()
        found = re.search(r"(/join#\S+)", said)
        assert found, said
        self.first = self.address + found[1]
        until_it_answers(self.address, self.server)


@pytest.fixture
def house(database_url: str) -> Iterator[House]:
    made = House(database_url)
    yield made
    made.server.terminate()
    assert made.server.wait(60) == 0


def join(page: Page, link: str, name: str) -> None:
    page.goto(link)
    page.get_by_label("How you want to be called here").fill(name)
    page.get_by_label("A passphrase").fill(PASSPHRASE)
    page.get_by_role("button", name="Make the account and come in").click()
    expect(page.get_by_role("heading", name=f"You are {name}")).to_be_visible()


def is_told_how_good_a_passphrase_is(page: Page, link: str, name: str) -> None:
    """While it is typed."""
    page.goto(link)
    page.get_by_label("How you want to be called here").fill(name)
    good = page.get_by_role("status", name="How good it is")
    for typed, says in (
        ("damp leaves", "1 more character is needed."),
        (" ".join([name] * 4), "easy to guess"),
        (PASSPHRASE, "Very hard to guess."),
    ):
        page.get_by_label("A passphrase").fill(typed)
        expect(good).to_contain_text(says)


def link_for(page: Page, what: str) -> str:
    page.get_by_role("button", name=f"A link for somebody to {what}").click()
    expect(page.get_by_text(f"A link to {what}", exact=False).first).to_be_visible()
    return page.locator("#link").input_value()


def test_three_share_a_yard(house: House, new_context: Callable[..., BrowserContext]) -> None:
    hedda, odo, wim = (new_context().new_page() for _ in range(3))
    # Whoever is not in is brought to the gate, and nothing of the yard is seen there.
    hedda.goto(f"{house.address}/")
    expect(hedda.get_by_role("heading", name="Who is at the gate?")).to_be_visible()
    expect(hedda.get_by_text("Nobody has an account here yet")).to_be_visible()
    is_told_how_good_a_passphrase_is(hedda, house.first, "Hedda")
    join(hedda, house.first, "Hedda")
    join(odo, link_for(hedda, "work here"), "Odo")
    join(wim, link_for(hedda, "look"), "Wim")
    hedda.reload()
    people = hedda.get_by_role("region", name="Who comes into this yard")
    expect(people.get_by_label("What Odo may do")).to_have_value("work")
    expect(people.get_by_label("What Wim may do")).to_have_value("look")

    for page in (odo, wim):
        link = page.get_by_role("link", name="Kitchen door herbs").first
        expect(link).to_be_visible()
        page.goto(f"{house.address}{link.get_attribute('href')}")
        expect(page.locator("input#length")).to_have_value("1.35 m")
    # What one saves the others see by themselves.
    odo.locator("input#length").fill("1.5 m")
    odo.locator("input#length").press("Tab")
    expect(odo.locator(".save.saved").first).to_be_visible()
    expect(wim.locator("input#length")).to_have_value("1.5 m")
    # Who may look can try things; they are planned, and not saved.
    wim.locator("input#length").fill("1.8 m")
    wim.locator("input#length").press("Tab")
    expect(wim.locator(".save.looking").first).to_be_visible()
    expect(wim.get_by_text("1800 mm").first).to_be_visible()
    expect(odo.locator("input#length")).to_have_value("1.5 m")

    # Signed out, the page of the bed leads to the gate and back again; by the keyboard alone.
    bed = odo.url
    odo.goto(f"{house.address}/")
    odo.get_by_role("button", name="Sign out").click()
    expect(odo.get_by_role("heading", name="Who is at the gate?")).to_be_visible()
    odo.goto(bed)
    expect(odo.get_by_label("Your name here")).to_be_focused()
    odo.keyboard.type("odo")
    odo.keyboard.press("Tab")
    odo.keyboard.type("something else")
    odo.keyboard.press("Enter")
    expect(odo.get_by_role("alert")).to_contain_text("No account has that name and that passphrase")
    odo.get_by_label("Your passphrase").focus()
    odo.keyboard.type(PASSPHRASE)
    odo.keyboard.press("Enter")
    expect(odo.locator("input#length")).to_have_value("1.5 m")
    assert odo.url == bed

    # From another browser one is told of, the one is signed out, and the list says what happened.
    phone = new_context(user_agent="Any/5.0 (Pocket) Mobile").new_page()
    phone.goto(f"{house.address}/sign-in")
    phone.get_by_label("Your name here").fill("Hedda")
    phone.get_by_label("Your passphrase").fill(PASSPHRASE)
    phone.keyboard.press("Enter")
    expect(phone.get_by_role("heading", name="You are Hedda")).to_be_visible()
    hedda.goto(f"{house.address}/")
    told = hedda.get_by_role("status", name="This happened to your account")
    expect(told).to_contain_text("a browser that was not known here: a phone")
    told.get_by_role("button", name="I have read it").click()
    expect(told).to_have_count(0)
    hedda.get_by_role("button", name="Where you are signed in").click()
    hedda.get_by_role("button", name="Sign out a phone").click()
    expect(hedda.get_by_role("button", name="Sign out a phone")).to_have_count(0)
    hedda.get_by_role("button", name="What happened").click()
    expect(hedda.get_by_text("Hedda signed out a phone")).to_be_visible()
    phone.reload()
    expect(phone.get_by_role("heading", name="Who is at the gate?")).to_be_visible()
    hedda.reload()
    expect(hedda.get_by_role("heading", name="You are Hedda")).to_be_visible()
    expect(told).to_have_count(0)
    takes_a_second_factor(hedda, phone)
    leaves(odo, house)


def takes_a_second_factor(hedda: Page, phone: Page) -> None:
    """From then on a passphrase alone lets nobody in; a recovery code does, once."""
    hedda.get_by_role("button", name="A second factor").click()
    hedda.get_by_label("Your passphrase").fill(PASSPHRASE)
    hedda.get_by_role("button", name="Take one").click()
    expect(hedda.get_by_role("img", name="The secret as a picture")).to_be_visible()
    secret = hedda.locator(".secret").inner_text().replace(" ", "")
    expect(hedda.get_by_label("The code that it shows")).to_be_focused()
    hedda.keyboard.type(pyotp.TOTP(secret).now())
    hedda.keyboard.press("Enter")
    codes = hedda.get_by_role("status").locator(".codes li")
    expect(codes).to_have_count(10)
    phone.get_by_label("Your name here").fill("Hedda")
    phone.get_by_label("Your passphrase").fill(PASSPHRASE)
    phone.keyboard.press("Enter")
    expect(phone.get_by_label("The code that your device shows")).to_be_focused()
    phone.keyboard.type("no code at all")
    phone.keyboard.press("Enter")
    expect(phone.get_by_role("alert")).to_contain_text("That code is not good")
    phone.get_by_label("The code that your device shows").fill(codes.first.inner_text())
    phone.keyboard.press("Enter")
    expect(phone.get_by_role("heading", name="You are Hedda")).to_be_visible()


def leaves(odo: Page, house: House) -> None:
    """With all that is his own in a file."""
    odo.goto(f"{house.address}/")
    odo.get_by_role("button", name="Your data, and leaving").click()
    with odo.expect_download() as download:
        odo.get_by_role("link", name="Take out everything that is yours").click()
    assert zipfile.ZipFile(download.value.path()).namelist() == ["account.json"]
    odo.get_by_label("Your name here, Odo, to be sure").fill("Odo")
    odo.get_by_label("Your passphrase").last.fill(PASSPHRASE)
    odo.get_by_role("button", name="Leave, and take it all away").click()
    expect(odo.get_by_role("heading", name="Who is at the gate?")).to_be_visible()
