"""The command line: figures, plans, files, and clear refusals."""

from __future__ import annotations

import json
import socket
import subprocess
import sys
from pathlib import Path

import pytest
from bench import reference

from steeple.cli.command import main
from steeple.core.plan.reading import plan_schema, write_plan
from steeple.main import DATABASE_NAME, data_folder
from tests.plans import SOUND, changed
from tests.reference.loader import HERE, NoSource, load

LENS = "lens --sensor 23.5x13.22 --focal 35 --distance 742"


def run(words: str, capsys: pytest.CaptureFixture[str]) -> tuple[int, str, str]:
    status = main(words.split())
    said = capsys.readouterr()
    return status, said.out, said.err


def test_one_figure_at_a_time(capsys: pytest.CaptureFixture[str]) -> None:
    words = (
        f"{LENS} --f-number 5.6 --coc 0.018 --plane 682 --recording 3840 --delivery 1920 "
        "--min-focus 300 --json"
    )
    status, out, _ = run(words, capsys)
    figures = json.loads(out)
    assert status == 0
    assert [plane["pupil_distance_mm"] for plane in figures["coverage"]] == [742, 682]
    case = load(HERE / "optics.json")["cases"][0]
    for name in (
        "near_limit_mm",
        "far_limit_mm",
        "magnification",
        "effective_f_number",
        "sensor_mark_to_subject_mm",
        "recorded_px_per_mm",
        "delivered_px_per_mm",
        "min_pupil_distance_mm",
    ):
        assert figures[name] == pytest.approx(case[name], rel=1e-3), name
    assert figures["coverage"][1]["width_mm"] == pytest.approx(436.315, rel=1e-5)


def test_an_infinite_far_limit_is_null(capsys: pytest.CaptureFixture[str]) -> None:
    words = "lens --sensor 36x24 --focal 24 --distance 5000 --f-number 16"
    assert json.loads(run(f"{words} --json", capsys)[1])["far_limit_mm"] is None
    assert "far_limit_mm: infinite" in run(words, capsys)[1]


@pytest.mark.parametrize(
    ("words", "said"),
    [
        ("lens --sensor 23.5x13.22 --focal 35 --distance 20", "greater than 35"),
        ("lens --sensor 23.5x13.22 --focal 0 --distance 700", "greater than 0"),
        ("lens --sensor 23.5x13.22 --focal nan --distance 700", "finite"),
        (f"{LENS} --min-focus 100", "four focal lengths"),
        (f"{LENS} --f-number -1", "greater than 0"),
    ],
)
def test_a_bad_figure_gives_a_sentence(
    words: str, said: str, capsys: pytest.CaptureFixture[str]
) -> None:
    status, out, err = run(words, capsys)
    assert (status, out) == (2, "")
    assert said in err
    assert "Traceback" not in err


@pytest.mark.parametrize("sensor", ["23.5", "0x5", "axb", "1.2.3x4"])
def test_a_bad_sensor_gives_a_sentence(sensor: str, capsys: pytest.CaptureFixture[str]) -> None:
    with pytest.raises(SystemExit) as caught:
        main(["lens", "--sensor", sensor, "--focal", "35", "--distance", "700"])
    assert caught.value.code == 2
    assert "WIDTHxHEIGHT" in capsys.readouterr().err


def test_evaluate_says_the_answer_and_fails_with_the_plan(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    good, bad = tmp_path / "good.json", tmp_path / "bad.json"
    good.write_text(write_plan(SOUND))
    bad.write_text(write_plan(changed(cameras__0__focal_mm=45, work__zone_top_mm=None)))
    status, out, _ = run(f"evaluate {good} --units in", capsys)
    assert status == 0
    assert "Hang the lens 28 3/8 in above the table" in out
    status, out, _ = run(f"evaluate {bad}", capsys)
    assert status == 1
    assert "mend: " in out
    assert "assumed Tallest thing: 1.0 cm" in out
    assert "caution " in out
    assert json.loads(run(f"evaluate {bad} --json", capsys)[1])["title"] == SOUND.title


@pytest.mark.parametrize(
    ("content", "said"),
    [
        (b"{", "not whole JSON"),
        (b'{"format": "steeple-plan", "version": 99}', "version 99"),
        (b'{"format": "steeple-plan", "version": 1, "x": 1}', "no field called"),
        (b" " * 2_100_000, "2 MB"),
    ],
)
def test_a_bad_plan_file_gives_a_sentence(
    tmp_path: Path, content: bytes, said: str, capsys: pytest.CaptureFixture[str]
) -> None:
    path = tmp_path / "plan.json"
    path.write_bytes(content)
    status, _, err = run(f"evaluate {path}", capsys)
    assert status == 2
    assert said in err
    assert run(f"evaluate {tmp_path / 'none.json'}", capsys)[2].endswith(
        "No such file or directory.\n"
    )


def test_plans_go_from_one_steeple_to_another(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    here, there, file = tmp_path / "here", tmp_path / "there", tmp_path / "out.json"
    source = tmp_path / "source.json"
    source.write_text(write_plan(SOUND))
    broken = tmp_path / "broken.json"
    broken.write_text("{")
    status, out, err = run(f"import --data {here} {source} {broken}", capsys)
    assert status == 1
    assert "broken.json: The file is not whole JSON" in err
    plan_id = out.split()[0]
    assert run(f"export --data {here}", capsys)[1] == f"{plan_id}  {SOUND.title}\n"
    assert run(f"export --data {here} {plan_id}", capsys)[1] == write_plan(SOUND)
    assert run(f"export --data {here} {plan_id} {file}", capsys)[0] == 0
    assert run(f"export --data {here} {plan_id} {file}", capsys)[0] == 2
    assert run(f"export --data {here} nothing", capsys)[0] == 2
    assert run(f"import --data {there} {file}", capsys)[0] == 0
    other_id = run(f"export --data {there}", capsys)[1].split()[0]
    assert run(f"export --data {there} {other_id}", capsys)[1] == write_plan(SOUND)


def test_backup_and_restore_are_one_command_each(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    data, copy = tmp_path / "data", tmp_path / "copy.db"
    source = tmp_path / "source.json"
    source.write_text(write_plan(SOUND))
    run(f"import --data {data} {source}", capsys)
    assert run(f"backup --data {data} {copy}", capsys)[0] == 0
    run(f"import --data {data} {source}", capsys)
    status, out, _ = run(f"restore --data {data} {copy}", capsys)
    assert status == 0
    assert "is kept as" in out
    assert len(run(f"export --data {data}", capsys)[1].splitlines()) == 1
    assert run(f"restore --data {data} {tmp_path / 'none'}", capsys)[0] == 1


def test_the_schema_is_printed(capsys: pytest.CaptureFixture[str]) -> None:
    assert json.loads(run("schema", capsys)[1]) == plan_schema()


def test_a_port_in_use_gives_a_sentence(tmp_path: Path) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        done = subprocess.run(
            [
                sys.executable,
                "-m",
                "steeple.cli.command",
                "serve",
                "--data",
                tmp_path,
                "--port",
                str(port),
            ],
            capture_output=True,
            text=True,
            timeout=60,
            check=False,
        )
    assert done.returncode == 2
    assert f"Port {port} cannot be used" in done.stderr
    assert "--port" in done.stderr
    assert "Traceback" not in done.stderr


def test_an_impossible_port_and_a_held_database(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    assert run(f"serve --data {tmp_path} --port 70000", capsys)[2].startswith("Port 70000")
    from steeple.store.locks import served

    with served(tmp_path / DATABASE_NAME):
        status, _, err = run(f"serve --data {tmp_path} --port 0", capsys)
    assert status == 1
    assert "Another Steeple" in err


def test_where_plans_are_kept(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    assert data_folder(str(tmp_path)) == tmp_path
    monkeypatch.setenv("STEEPLE_DATA", str(tmp_path / "env"))
    assert data_folder(None) == tmp_path / "env"
    monkeypatch.delenv("STEEPLE_DATA")
    assert data_folder(None).name == "steeple"


def test_reference_files_are_run_and_strayed_ones_fail(
    tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    good = HERE / "optics.json"
    assert reference.main([str(good)]) == 0
    assert capsys.readouterr().out.count(" ok") == 4
    data = json.loads(good.read_text())
    data["cases"][0]["near_limit_mm"] *= 1.002
    bad = tmp_path / "bad.json"
    bad.write_text(json.dumps(data))
    assert reference.main([str(bad)]) == 1
    assert "OUTSIDE" in capsys.readouterr().out
    for content in ("{", '{"cases": []}', '{"cases": [{"name": "lamps"}]}', "[]"):
        bad.write_text(content)
        assert reference.main([str(bad)]) == 1
    assert reference.main([]) == 2


def test_reference_rows_without_a_source_are_refused(tmp_path: Path) -> None:
    path = tmp_path / "rows.json"
    for data in ({"rows": [1]}, {"source": "", "rows": [1]}, {"source": "x", "rows": []}):
        path.write_text(json.dumps(data))
        with pytest.raises(NoSource):
            load(path)
