"""Bytes and text: what is read can be written back, byte for byte."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from yandrel.files.text import decode_source


@pytest.mark.parametrize(
    ("raw", "encoding", "bom"),
    [
        (b"x = 1\n", "utf-8", False),
        (b"\xef\xbb\xbfx = 1\n", "utf-8", True),
        (b"# -*- coding: latin-1 -*-\nx = '\xe9'\n", "latin-1", False),
        (b"#!/usr/bin/python\n# vim: set fileencoding=cp1252 :\nx = '\x80'", "cp1252", False),
        (b"\n# coding: utf-8\nx = 'caf\xc3\xa9'\r\n", "utf-8", False),
        (b"x = 1\n\n# coding: latin-1 comes too late\n", "utf-8", False),
    ],
)
def test_encodings_are_found_and_restored(raw: bytes, encoding: str, bom: bool) -> None:
    source = decode_source(raw)
    assert not source.problem
    assert (source.encoding.name, source.encoding.bom) == (encoding, bom)
    assert source.encoding.restore(source.data) == raw


@pytest.mark.parametrize(
    ("raw", "says"),
    [
        (b"a\nb = '\xff'\n", "line 2"),
        (b"# coding: klingon\n", "klingon"),
        (b"# coding: ascii\nx = '\xe9'\n", "cannot be decoded"),
    ],
)
def test_what_cannot_be_decoded_is_a_problem(raw: bytes, says: str) -> None:
    assert says in decode_source(raw).problem


def test_a_file_without_a_declared_encoding_keeps_every_byte() -> None:
    raw = b"// Jos\xe9, \x80\x81\r\nclass Hive {}\n"
    source = decode_source(raw, cookies=False)
    assert not source.problem
    assert source.encoding.guessed
    assert source.encoding.restore(source.data.replace(b"Hive", b"Comb")) == raw.replace(b"Hive", b"Comb")


def test_two_bytes_a_letter_are_a_problem() -> None:
    assert "cannot be decoded" in decode_source("class Hive {}é".encode("utf-16"), cookies=False).problem


@given(st.binary(max_size=200))
def test_any_bytes_survive_or_are_a_problem(raw: bytes) -> None:
    source = decode_source(raw)
    assert source.problem or source.encoding.restore(source.data) == raw
