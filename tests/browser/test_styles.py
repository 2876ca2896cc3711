"""Styles that parts put into a page are taken because they have its word; others are not."""

from playwright.sync_api import Browser, expect

SHEETS = "[...document.querySelectorAll('style')].map(s => [s.nonce !== '', s.sheet !== null])"
FOREIGN = """() => {
  const there = document.createElementNS('http://www.w3.org/1999/xhtml', 'style')
  there.textContent = 'body { outline: 7px solid red }'
  document.head.append(there)
  document.body.insertAdjacentHTML('beforeend', '<i id="odd" style="outline: 7px solid red"></i>')
  return [document.body, document.getElementById('odd')].map(e => getComputedStyle(e).outlineWidth)
}"""


def test_only_what_our_own_parts_put_into_the_page_is_taken(browser: Browser, site: str) -> None:
    page = browser.new_page()  # by itself: that what is smuggled in is refused stands in its console
    page.goto(f"{site}/")
    expect(page.get_by_role("button", name="New bed", exact=True)).to_be_visible()
    sheets = page.evaluate(SHEETS)
    assert len(sheets) >= 2
    assert all(has and taken for has, taken in sheets)
    button = page.get_by_role("button", name="New bed", exact=True)
    assert button.evaluate("b => getComputedStyle(b).cursor") == "pointer"
    # What somebody else smuggles in is not, in whichever way.
    with page.expect_console_message(lambda told: "style" in told.text):
        assert page.evaluate(FOREIGN) != ["7px", "7px"]
    page.context.close()
