"""The table of the notations in docs/reading.md."""

from __future__ import annotations

from core.reading.notations import notations

BEGIN, END = "<!-- notations -->", "<!-- end of notations -->"


def table() -> str:
    """One row an entry: its name, what it means, examples, lines it does not read."""
    rows = ["| notation | means | examples | not |", "|---|---|---|---|"]
    for one in notations():
        written = [f"`{_cell(example.line)}`" for example in one.examples if one.shown]
        examples = ", ".join(written) or "by its usual short name"
        others = ", ".join(f"`{_cell(text)}`" for text in one.counter_examples)
        rows.append(f"| {one.name} | {one.meaning} | {examples} | {others} |")
    return "\n".join(rows)


def with_table(text: str) -> str:
    """A document with the table of today between its marks."""
    before, _, rest = text.partition(BEGIN)
    after = rest.partition(END)[2]
    return f"{before}{BEGIN}\n{table()}\n{END}{after}"


def _cell(text: str) -> str:
    return text.replace("|", "\\|")
