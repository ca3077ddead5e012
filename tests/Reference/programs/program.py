"""Makes programs by seeds and runs them: what one prints is a log of a launch. It gets over things that go wrong, or does not.

    python3 program.py FOLDER FIRST LAST

Leaves FOLDER/SEED-clean.log and FOLDER/SEED-fails.log; prints a line for each: its name and what it exited with. Everything in
them is made up.
"""
import logging
import os
import random
import sys
import threading
import traceback
import warnings

folder, first, last = sys.argv[1], int(sys.argv[2]), int(sys.argv[3])
runs = [(seed, ending) for seed in range(first, last + 1) for ending in ("clean", "fails")]
while runs:
    seed, ending = runs.pop(0)
    child = os.fork()
    if child == 0:
        break
    print(f"{seed}-{ending}", os.waitstatus_to_exitcode(os.waitpid(child, 0)[1]), flush=True)
else:
    sys.exit()

# From here on each is a program of its own.
out = os.open(f"{folder}/{seed}-{ending}.log", os.O_WRONLY | os.O_CREAT | os.O_TRUNC)
os.dup2(out, 1)
os.dup2(out, 2)
dice = random.Random(seed)
style = dice.choice(["plain", "level first", "columns", "brackets", "none"])
form = {
    "level first": "%(levelname)s: %(message)s",
    "columns": "%(asctime)s %(levelname)-8s %(name)s %(message)s",
    "brackets": "[%(asctime)s] [%(threadName)s/%(levelname)s] (%(name)s) %(message)s",
    "plain": "%(asctime)s %(message)s",
    "none": "%(message)s",
}[style]
logging.basicConfig(stream=sys.stdout, level=logging.DEBUG, format=form)
log = logging.getLogger(dice.choice(["harbour", "pier", "tide"]))
sys.stderr = sys.stdout


def work():
    for one in dice.sample(["Loading the charts", "12 of 40 buoys are out", "Lamps lit", "Tide table read in 31 ms", "Wind from the west"], 2):
        log.info(one)


def broken(depth=2):
    if depth:
        return broken(depth - 1)
    kinds = [ValueError("no tide"), KeyError("wind"), FileNotFoundError(2, "No such file or directory", "charts.dat"), ZeroDivisionError(),
             RuntimeError("the lamp is out"), MemoryError(), TypeError("'NoneType' object is not subscriptable"), RecursionError("too deep")]
    raise dice.choice(kinds)


def told():
    try:
        broken()
    except Exception:
        log.exception(dice.choice(["Could not read the charts, taking those of last year", "Lamp 3 does not answer, going on without it"]))


def printed():
    try:
        broken()
    except Exception:
        traceback.print_exc()
    print(dice.choice(["Trying again", "Going on without", "Falling back to paper charts"]))


def again():
    for one in range(dice.randint(2, 3)):
        try:
            broken()
        except Exception as failure:
            log.warning("Attempt %d failed: %r; trying again", one + 1, failure)
    log.info("It went well at last")


def optional():
    try:
        import oars_for_rowing  # noqa: F401
    except ImportError as failure:
        log.debug("No oars (%s), sailing", failure)
        if dice.random() < 0.5:
            traceback.print_exc()


def chain():
    try:
        try:
            broken()
        except Exception as failure:
            raise OSError("the harbour master is asleep") from failure
    except OSError:
        log.warning("Without the harbour master", exc_info=True)


def speech():
    print("<eve> Traceback (most recent call last): lol")
    print("<bob> it says ModuleNotFoundError: No module named 'tide', what now")


def words():
    for one in dice.sample(["0 errors, 0 failed", "ERROR is shown in red, WARN in yellow", "Crash barriers are up", "error_level = fatal",
                            "Last launch crashed: no", "fatal=false", "Exception handlers: 4", "FAILED buoys are listed below: none"], 3):
        log.info(one) if dice.random() < 0.5 else print(one)


def beside():
    def run():
        try:
            broken()
        except Exception:
            log.error("Thread of the gulls ended early", exc_info=True)
    thread = threading.Thread(target=run, name="gulls")
    thread.start()
    thread.join()


def warned():
    warnings.warn("lamp() is deprecated, use light()", DeprecationWarning, stacklevel=2)
    log.error("Gulls on the mast. That is no reason to worry")


warnings.simplefilter("always")
logging.captureWarnings(dice.random() < 0.5)
log.info("Starting")
for step in dice.choices([told, printed, again, optional, chain, speech, words, beside, warned], k=dice.randint(2, 6)):
    step()
    work()
if ending == "fails":
    broken()
print(dice.choice(["Ready", "Up and running", "The harbour is open", "Bye"])) if dice.random() < 0.6 else log.info("Done")
