#!/usr/bin/env python3
"""Scores a list by an Outrider recipe. One file, Python 3.9 or later, standard library alone.

    python3 outrider_score.py recipe.json < list.csv > scored.csv

The list is CSV in UTF-8 (comma, semicolon or tab) with a header that names the recipe's columns; others are not looked at.
Out come the identifier, score, band (1 the riskiest), action and, of a release, its version. A record that cannot be
scored ends the run with its line and column. From Python: Recipe(json.load(file)).score({"column": "text", ...}).
"""

import csv
import datetime
import itertools
import json
import math
import re
import sys
import unicodedata

HAIR = 1e-12
EPOCH = datetime.date(1970, 1, 1).toordinal()
CURRENCIES = frozenset(
    """ADP AED AFA AFN ALL AMD ANG AOA ARS ATS AUD AWG AYM AZM AZN BAM BBD BDT BEF BGL BGN BHD BIF BMD BND BOB BOV
    BRL BSD BTN BWP BYB BYN BYR BZD CAD CDF CHE CHF CHW CLF CLP CNY COP COU CRC CSD CUC CUP CVE CYP CZK DEM DJF
    DKK DOP DZD EEK EGP ERN ESP ETB EUR FIM FJD FKP FRF GBP GEL GHC GHS GIP GMD GNF GRD GTQ GWP GYD HKD HNL HRK
    HTG HUF IDR IEP ILS INR IQD IRR ISK ITL JMD JOD JPY KES KGS KHR KMF KPW KRW KWD KYD KZT LAK LBP LKR LRD LSL
    LTL LUF LVL LYD MAD MDL MGA MGF MKD MMK MNT MOP MRO MRU MTL MUR MVR MWK MXN MXV MYR MZM MZN NAD NGN NIO NLG
    NOK NPR NZD OMR PAB PEN PGK PHP PKR PLN PTE PYG QAR ROL RON RSD RUB RUR RWF SAR SBD SCR SDD SDG SEK SGD SHP
    SIT SKK SLE SLL SOS SRD SRG SSP STD STN SVC SYP SZL THB TJS TMM TMT TND TOP TPE TRL TRY TTD TWD TZS UAH UGX
    USD USN USS UYI UYU UZS VEB VED VEF VES VND VUV WST XAF XAG XAU XBA XBB XBC XBD XCD XCG XDR XFO XFU XOF XPD
    XPF XPT XSU XTS XUA XXX YER YUM ZAR ZMK ZMW ZWD ZWG ZWL ZWN ZWR""".split()
)
MONTHS = {
    1: "jan january januar janvier janv enero ene gennaio gen januari janeiro jänner".split(),
    2: "feb february februar février fevrier févr fevr febrero febbraio februari fevereiro fev".split(),
    3: "mar march märz maerz mrz mär mars marzo maart mrt março marco".split(),
    4: "apr april avril avr abril abr aprile".split(),
    5: "may mai mayo maggio mag mei maio".split(),
    6: "jun june juni juin junio giugno giu junho".split(),
    7: "jul july juli juillet juil julio luglio lug julho".split(),
    8: "aug august août aout agosto ago augustus".split(),
    9: "sep september sept septembre septiembre settembre set setembro".split(),
    10: "oct october oktober okt octobre octubre ottobre ott outubro out".split(),
    11: "nov november novembre noviembre novembro".split(),
    12: "dec december dezember dez décembre decembre déc diciembre dic dicembre dezembro".split(),
}
MONTH_OF = {name: month for month, names in MONTHS.items() for name in names}
WEEKDAYS = set(
    """mon monday tue tues tuesday wed wednesday thu thur thurs thursday fri friday sat saturday sun sunday
    mo montag di dienstag mi mittwoch do donnerstag fr freitag sa samstag sonnabend so sonntag lun lundi
    mardi mer mercredi jeu jeudi ven vendredi sam samedi dim dimanche lunes martes mié miércoles jue
    jueves vie viernes sáb sábado dom domingo lunedì martedì mercoledì giovedì venerdì sabato domenica
    maandag dinsdag woensdag donderdag vrijdag zaterdag zondag""".split()
)
FIRST = re.compile(r"([^\W\d_]+)[.,]*\s+(?=[^\W_])")
WORD = re.compile(r"([^\W\d_]+)(\.(?=\s))?")
TIME = re.compile(
    r"[T ]\s*\d{1,2}:\d{2}(:\d{2}([.,]\d+)?)?\s*([AaPp][Mm])?\s*(Z|UTC|GMT|[-+]\d{2}(:?\d{2})?)?$", re.ASCII
)


class Refused(Exception):
    """Bad input: says which field, what was found and what would do."""


def exp(x):
    return math.inf if x > 709.78 else math.exp(x)


def logistic(x):
    return 1 / (1 + exp(-x))


def log_odds(p, edge):
    p = min(1 - edge, max(edge, p))
    return math.log(p / (1 - p))


def reaches(score, edge):
    return score >= edge - HAIR * max(1, abs(edge))


# ---------------------------------------------------------------- texts

def decimal(text):
    """The number a text stands for, blanks around it or not, or None."""
    text = text.strip(" ")
    if not text or any(c not in "0123456789.-+eE" for c in text):
        return None
    try:
        value = float(text)
    except ValueError:
        return None
    return None if math.isinf(value) else value


def plain_number(text, mark):
    """The same with another decimal mark; a code such as 0712 is none."""
    text = text.strip(" ")
    if mark != ".":
        if "." in text:
            return None
        text = text.replace(mark, ".")
    start = 1 if text[:1] in "-+" and text else 0
    if len(text) > start + 1 and text[start] == "0" and text[start + 1] in "0123456789":
        return None
    return decimal(text)


class NumberFormat:
    """A way of writing numbers, named by an example such as 1.234,5 or (1234.5) % or 1234.5 km or 1:23:45 or 1h 23m."""

    def __init__(self, name):
        self.name = name or "1234.5"
        if self.name in ("1:23:45", "1h 23m"):
            return
        core = re.fullmatch(
            r"\(?(1[,. ']?234[.,]5)(\)|-)?( [%¤].*| (?:CR|DR),.*| (?:[^\W\d_]|[°µ])(?:[^\W\d_]|[²³/°µ]){0,11})?", self.name
        )
        behind = "" if core is None else core.group(3) or ""
        self.sign = behind.strip()
        if core is not None and (self.sign[:1] in ("%", "¤") or "," in behind):
            digits = core.group(1)
            self.sign = {
                " %": "%", " ¤": "¤", " % or 0" + digits[-2:]: "% or share", " % or 50": "% or none",
                " CR, -" + digits + " DR": "CR+", " DR, -" + digits + " CR": "DR+",
            }.get(behind)
        if core is None or self.sign is None:
            raise Refused("format %s of the recipe is not known: take a later reader" % self.name)
        self.mark = core.group(1)[-2]
        self.thousands = core.group(1)[1] if len(core.group(1)) > 6 else None
        self.brackets = self.name.startswith("(")
        self.behind = core.group(2) == "-"
        digits = r"\d{1,3}"
        if self.thousands is not None:
            mark = re.escape(self.thousands)
            digits = r"(\d{1,3}(" + mark + r"\d{3})*|\d{1,2}(" + mark + r"\d{2})+" + mark + r"\d{3})"
        self.grouped = re.compile("[-+]?" + digits + "(" + re.escape(self.mark) + r"\d+)?", re.ASCII)

    def number(self, text):
        if self.name == "1234.5":
            return decimal(text)
        if self.name == "1:23:45":
            return sixty(text.strip(" "))
        for blank in "\u00a0\u2007\u2009\u202f":
            text = text.replace(blank, " ")
        text = text.replace("\u2212", "-").replace("\u2019", "'").strip()
        if self.name == "1h 23m":
            return minutes(text)
        below = self.brackets and text.startswith("(") and text.endswith(")")
        if below:
            text = text[1:-1].strip()
        shares = False
        if self.sign.startswith("%"):
            marked = text.endswith("%")
            if self.sign == "%" and not marked:
                return None
            if marked:
                text = text[:-1].strip()
            shares = self.sign == "% or share" and not marked
        elif self.sign == "¤":
            text = text.replace(currency(text), "").strip()
            if text.startswith("- "):
                text = "-" + text[2:]
        elif self.sign in ("CR+", "DR+"):
            side = re.fullmatch(r"(.*?) ?(cr|dr)", text, re.IGNORECASE | re.ASCII)
            if side is None or side.group(1).startswith("-"):
                return 0.0 if self.core(text) == 0 else None
            text = side.group(1)
            below = (side.group(2).lower() == "dr") == (self.sign == "CR+")
        elif self.sign:
            one = self.sign[:-1] if self.sign.endswith("s") and len(self.sign) > 2 else self.sign
            end = self.sign if text.endswith(self.sign) else one
            if not text.endswith(end):
                return None
            text = text[: -len(end)].strip()
        if self.behind and text.endswith("-") and not text.startswith("-"):
            text = "-" + text[:-1].strip()
        value = self.core(text)
        if shares and value is not None:
            value = decimal(text.replace(self.mark, ".") + "e2") if abs(value) <= 1 else None
        return value if value is None or not below else 0 - value

    def core(self, text):
        if self.thousands is not None:
            if not self.grouped.fullmatch(text):
                return plain_number(text, self.mark)
            return decimal(text.replace(self.thousands, "").replace(self.mark, "."))
        if self.mark == ".":
            return decimal(text)
        return None if "." in text else decimal(text.replace(self.mark, "."))


def sixty(text):
    found = re.fullmatch(r"(-?)(\d{1,9})((?::[0-5]\d){1,2})", text, re.ASCII)
    if found is None:
        return None
    value = int(found.group(2))
    for part in found.group(3)[1:].split(":"):
        value = 60 * value + int(part)
    return float(-value if found.group(1) else value)


PARTS = ("d(?:ays?)?", "h(?:(?:ou)?rs?)?", "m(?:in(?:ute)?s?)?", "s(?:ec(?:ond)?s?)?")
NAMED = re.compile("(-?)" + " ?".join(r"(?:(\d{1,9}) ?%s)?" % part for part in PARTS), re.ASCII)


def minutes(text):
    found = NAMED.fullmatch(text)
    if found is None or not any(found.groups()[1:]):
        return None
    value = 0.0
    for part, size in enumerate((1440, 60, 1)):
        if found.group(part + 2):
            value += size * int(found.group(part + 2))
    if found.group(5):
        value += int(found.group(5)) / 60.0
    return 0 - value if found.group(1) else value


def currency(text):
    for c in text:
        if unicodedata.category(c) == "Sc":
            return c
    code = re.search(r"\b[A-Z]{3}\b", text, re.ASCII)
    return code.group() if code and code.group() in CURRENCIES else ""


def named_in_english(day):
    for word in WORD.finditer(day):
        month = MONTH_OF.get(word[1].lower())
        if month:
            return day[:word.start()] + MONTHS[month][0].capitalize() + day[word.end():]
    return day


class DateFormat:
    """A way of writing days, named by its pattern."""

    def __init__(self, pattern):
        self.pattern = (pattern or "uuuu-MM-dd").replace("y", "u")
        if self.pattern == "serial":
            return
        parts = []
        for token in re.findall(r"uuuu|uu|MMM|MM|M|dd|d|.", self.pattern):
            parts.append(
                {
                    "uuuu": r"(?P<y>\d{4})", "uu": r"(?P<s>\d{2})", "MMM": r"(?P<n>[A-Z][a-z]{2})",
                    "MM": r"(?P<m>\d{2})", "M": r"(?P<m>\d{1,2})", "dd": r"(?P<d>\d{2})", "d": r"(?P<d>\d{1,2})",
                }.get(token) or re.escape(token)
            )
        self.regex = re.compile("".join(parts), re.ASCII)

    def day(self, text):
        if self.pattern == "serial":
            value = decimal(text)
            return math.floor(value) - 25569 if value is not None and 1 <= value <= 2958465 else None
        if len(text) > 80:
            return None
        text = text.strip()
        if text.find(":") > 0:
            text = TIME.sub("", text)
        first = FIRST.match(text)
        if first and first[1].lower() in WEEKDAYS:
            text = text[first.end():]
        if "MMM" in self.pattern:
            text = named_in_english(text)
        found = self.regex.fullmatch(text)
        if found is None:
            return None
        has = found.groupdict()
        year = int(has["y"]) if has.get("y") else 1950 + (int(has["s"]) - 1950) % 100
        try:
            month = MONTH_OF[has["n"].lower()] if has.get("n") else int(has["m"])
            return datetime.date(year, month, int(has.get("d") or 1)).toordinal() - EPOCH
        except ValueError:
            return None


class Need:
    """A column that the model reads, and how its texts are read."""

    def __init__(self, need):
        self.name = need["name"]
        self.type = need["type"]
        reading = need.get("reading") or {}
        self.missing = reading.get("missing") or []
        self.blank = self.type in ("NUMBER", "DATE") or any(not m.strip() for m in self.missing)
        self.levels = reading.get("levels") or {}
        self.keep = reading.get("keep")
        form = reading.get("format")
        self.format = NumberFormat(form) if self.type == "NUMBER" else DateFormat(form) if self.type == "DATE" else None

    def read(self, text):
        if text is None or text == "" or text in self.missing or (self.blank and not text.strip()):
            return None
        if self.type == "NUMBER":
            value = self.format.number(text)
        elif self.type == "DATE":
            value = self.format.day(text)
        else:
            value = self.levels.get(text, text)
            return "other" if self.keep is not None and value not in self.keep else value
        if value is None:
            what = "a number" if self.type == "NUMBER" else "a day"
            raise Refused('column "%s" is "%s", not %s written like %s' % (
                self.name, text, what, self.format.name if self.type == "NUMBER" else self.format.pattern))
        return value


# ---------------------------------------------------------------- preparation

def inputs(step, record):
    """Numbers of a step, which of its 0/1 inputs is 1 (-1 for none), and how many of these it has."""
    kind = step["step"]
    if kind == "number":
        flagged = step["flagged"]
        missing = record[step["column"]] is None
        return [number_input(step, record)], 0 if flagged and missing else -1, 1 if flagged else 0
    if kind == "curve":
        numbers, level, flags = inputs(dict(step["number"], step="number"), record)
        return bend(step["knots"], numbers[0]), level, flags
    value = record[step["column"]]
    if kind == "category":
        levels = step["levels"]
        own = len(levels) + step["other"] + step["flagged"]
        if value is None:
            return [], own - 1 if step["flagged"] else -1, own
        place = step.setdefault("places", {l: i for i, l in enumerate(levels)}).get(value)
        if place is not None:
            return [], place, own
        return [], len(levels) if step["other"] and value != step.get("baseline") else -1, own
    places = step.setdefault("places", {l: i for i, l in enumerate(step["order" if kind == "order" else "levels"])})
    place = places.get(value)
    if kind == "order":
        return [step["fill"] if place is None else place + 1], -1, 0
    if kind == "eventRate":
        return [step["logOdds"][place] if place is not None else step["missing"] if value is None else step["base"]], -1, 0
    raise Refused("step %s of the recipe is not known: take a later reader" % kind)


def number_input(step, record):
    value = record[step["column"]]
    if value is None:
        return step["fill"]
    if not step["date"]:
        return value
    return step["origin"] - value if step["age"] else value - step["origin"]


def cubed(x):
    return x * x * x if x > 0 else 0


def bend(knots, x):
    last = len(knots) - 1
    width = knots[last] - knots[0]
    tail = knots[last] - knots[last - 1]
    end, before = cubed(x - knots[last]), cubed(x - knots[last - 1])
    bent = [x]
    for j in range(last - 1):
        over = cubed(x - knots[j]) - before * (knots[last] - knots[j]) / tail + end * (knots[last - 1] - knots[j]) / tail
        bent.append(over / (width * width))
    return bent


def sums(preparation, record, base, slopes):
    """One sum a base: slope of input c in sum u at c * sums + u."""
    width = len(base)
    total = list(base)
    at = 0
    for step in preparation["steps"]:
        numbers, level, rest = inputs(step, record)
        for value in numbers:
            if value != 0:
                for u in range(width):
                    total[u] += value * slopes[at * width + u]
            at += 1
        if level >= 0:
            for u in range(width):
                total[u] += slopes[(at + level) * width + u]
        at += rest
    return total


# ---------------------------------------------------------------- models

def logistic_model(model, record):
    beta = model["fit"]["coefficients"]
    return logistic(sums(model["preparation"], record, beta[:1], beta[1:])[0])


def linear_model(model, record):
    if "plain" not in model:
        slopes, intercept = [], model["fit"]["intercept"]
        for slope, mean, deviation in zip(model["fit"]["slopes"], model["scaling"]["mean"], model["scaling"]["deviation"]):
            slopes.append(0 if deviation == 0 else slope / deviation)
            intercept -= slopes[-1] * mean
        model["plain"] = ([intercept], slopes)
    base, slopes = model["plain"]
    return sums(model["preparation"], record, base, slopes)[0]


def network(model, record):
    fit = model["fit"]
    units = fit["units"]
    if "plain" not in model:
        slopes = list(fit["hidden"])
        biases = slopes[fit["inputs"] * units:]
        for c in range(fit["inputs"]):
            deviation = model["scaling"]["deviation"][c]
            for u in range(units):
                at = c * units + u
                slopes[at] = 0 if deviation == 0 else slopes[at] / deviation
                biases[u] -= slopes[at] * model["scaling"]["mean"][c]
        model["plain"] = (biases, slopes)
    biases, slopes = model["plain"]
    margin = fit["output"][units]
    for u, z in enumerate(sums(model["preparation"], record, biases, slopes)):
        margin += fit["output"][u] * (math.tanh(z) if fit["tanh"] else logistic(z))
    return logistic(margin)


def bayes(model, record):
    total = model["bayes"]["logOdds"]
    for part in model["bayes"]["parts"]:
        value = tree_value(part["column"], record)
        if value is None:
            continue
        shares = part.get("logShare")
        if shares:
            total += shares[1][value] - shares[0][value]
        else:
            within = part.get("within")
            counted = value if within is None else max(within[0], min(within[1], value))
            total += density(part, counted, 1) - density(part, counted, 0)
    return total if model["margin"] else logistic(total)


def density(part, value, level):
    off = value - part["mean"][level]
    return -0.5 * math.log(part["variance"][level]) - off * off / (2 * part["variance"][level])


def tree_value(column, record):
    value = record[column["name"]]
    levels = column.get("levels")
    if levels is None or value is None:
        return value
    return column.setdefault("places", {l: i for i, l in enumerate(levels)}).get(value, len(levels))


def tree_values(columns, record):
    return [tree_value(c, record) for c in columns]


def leaf(tree, values):
    node = 0
    column, left = tree["column"], tree["left"]
    while column[node] >= 0:
        value = values[column[node]]
        if value is None:
            goes = tree["missingLeft"][node]
        else:
            levels = tree["levelsLeft"][node]
            if levels is None:
                goes = value <= tree["threshold"][node]
            else:
                word = value >> 6
                goes = word < len(levels) and levels[word] >> (value & 63) & 1
        node = left[node] + (0 if goes else 1)
    return tree["value"][node]


def trees(columns, grown, record):
    values = tree_values(columns, record)
    total = 0.0
    for tree in grown:
        total += leaf(tree, values)
    return total


def group_rates(model, record):
    key = ""
    for name in model["columns"]:
        value = record[name]
        if value is not None and not isinstance(value, str):
            raise Refused('column "%s" makes groups of numbers or dates, which this reader does not: use scorer.jar' % name)
        key += "-|" if value is None else "%d:%s|" % (len(value.encode("utf-16-le")) // 2, value)
    return model["rates"].get(key, model["baseRate"])


def supplied(model, record):
    value = record[model["column"]]
    if value is None:
        raise Refused('column "%s": the score is missing: score every record' % model["column"])
    if model["probability"] and not 0 <= value <= 1:
        raise Refused('column "%s" is %r, no probability' % (model["column"], value))
    if not model["lowerIsRiskier"]:
        return value
    return 1 - value if model["probability"] else -value


def calibrated(model, record):
    score = scored(model["base"], record)
    made = model["calibration"]
    if made["map"] == "isotonic":
        low, high = 0, len(made["from"])
        while high - low > 1:
            middle = (low + high) // 2
            if score < made["from"][middle]:
                high = middle
            else:
                low = middle
        return made["value"][low]
    read = log_odds(score, made["edge"] or 1e-15) if made["onLogOdds"] else score
    return logistic(made["intercept"] + made["slope"] * read)


def rebalanced(model, record):
    score = scored(model["base"], record)
    factor = exp(model["logOdds"])
    return factor * score / (factor * score + 1 - score)


def is_probability(model):
    kind = model["kind"]
    if kind == "bayes":
        return not model["margin"]
    if kind == "blend":
        return not model.get("references")
    if kind == "supplied":
        return model["probability"]
    return kind not in ("linear", "coinToss")


def rank(score, reference):
    last = len(reference) - 1
    low, high = 0, len(reference)
    while low < high:
        middle = (low + high) // 2
        if reference[middle] < score:
            low = middle + 1
        else:
            high = middle
    if low <= last and reference[low] == score:
        end = low
        while end < last and reference[end + 1] == score:
            end += 1
        return (low + end) / 2 / last
    if low == 0:
        return 0.0
    if low > last:
        return 1.0
    below = reference[low - 1]
    return (low - 1 + (score - below) / (reference[low] - below)) / last


def blend(model, record):
    weights, references = model.get("weights"), model.get("references")
    members = model["members"]
    total = weights[0] if weights else 0
    for m, member in enumerate(members):
        feature = scored(member, record)
        if references:
            feature = rank(feature, references[m])
        elif weights and is_probability(member):
            feature = log_odds(feature, 1e-12)
        total += feature * (weights[m + 1] if weights else 1 / len(members))
    return logistic(total) if weights else total


def refuse_neighbours(model, record):
    raise Refused("nearest neighbours are held against remembered records in single precision: use scorer.jar")


def refuse_coin(model, record):
    raise Refused("a coin toss hangs on the record's place in its file: use scorer.jar")


KINDS = {
    "logistic": logistic_model,
    "linear": linear_model,
    "bayes": bayes,
    "network": network,
    "tree": lambda m, r: trees(m["fit"]["columns"], [m["fit"]["tree"]], r),
    "forest": lambda m, r: trees(m["treeColumns"], m["trees"], r) / len(m["trees"]),
    "boosted": lambda m, r: logistic(m["fit"]["base"] + trees(m["fit"]["columns"], m["fit"]["trees"], r)),
    "blend": blend,
    "calibrated": calibrated,
    "rebalanced": rebalanced,
    "groupRates": group_rates,
    "baseRate": lambda m, r: m["rate"],
    "nobody": lambda m, r: m["commonerClass"],
    "supplied": supplied,
    "neighbours": refuse_neighbours,
    "coinToss": refuse_coin,
}


def scored(model, record):
    kind = KINDS.get(model["kind"])
    if kind is None:
        raise Refused("kind %s of the recipe is not known: take a later reader" % model["kind"])
    return kind(model, record)


# ---------------------------------------------------------------- recipe

class Recipe:
    def __init__(self, document):
        if document.get("format") not in (1, 2, 3, 4):
            raise Refused("the recipe is of format %s: take a later reader" % document.get("format"))
        recipe = document["recipe"]
        if recipe.get("made") or recipe.get("where"):
            raise Refused("the recipe makes columns or asks for whom it is meant by formulas: use scorer.jar")
        self.recipe = recipe
        self.needs = [Need(need) for need in recipe["columns"]]
        self.identifier = recipe.get("identifier")
        release = document.get("release")
        self.version = release["version"] if release else None

    def score(self, texts):
        """Score, band and action of one record, given as texts by column."""
        record = {}
        for need in self.needs:
            if need.name not in texts:
                raise Refused('column "%s" is missing: bring a list that has it' % need.name)
            record[need.name] = need.read(texts[need.name])
        score = scored(self.recipe["model"], record)
        if not math.isfinite(score):
            raise Refused("the score is not a finite number: look for values far outside those of training")
        band = 1
        for edge in self.recipe["bandFrom"]:
            if reaches(score, edge):
                break
            band += 1
        threshold = self.recipe.get("threshold")
        return score, band, "act" if threshold is not None and reaches(score, threshold) else "leave"


def harmless(text):
    """A cell that no spreadsheet takes for a formula."""
    if text and text[0] in "=+-@\t\r" and decimal(text) is None:
        return "'" + text
    return text


def loaded(name):
    try:
        with open(name, encoding="utf-8") as file:
            return Recipe(json.load(file))
    except OSError as why:
        raise Refused("%s cannot be read (%s): name a recipe that was downloaded" % (name, why.strerror)) from None
    except (ValueError, KeyError, TypeError, AttributeError):
        raise Refused("%s is no recipe: download it again" % name) from None


def main(arguments):
    if len(arguments) != 1:
        print(__doc__, file=sys.stderr)
        return 2
    recipe = loaded(arguments[0])
    csv.field_size_limit(1 << 30)
    sys.stdin.reconfigure(encoding="utf-8-sig", newline="")
    sys.stdout.reconfigure(encoding="utf-8", newline="")
    first = sys.stdin.readline()
    delimiter = max(",;\t", key=first.count)
    lines = csv.reader(itertools.chain([first], sys.stdin), delimiter=delimiter)
    header = next(lines, [])
    for need in recipe.needs:
        if header.count(need.name) > 1:
            raise Refused('column "%s" stands there twice: leave one of them out' % need.name)
    out = csv.writer(sys.stdout, lineterminator="\n")
    identified = recipe.identifier in header
    out.writerow([recipe.identifier if identified else "record", "score", "band", "action"]
                 + ([] if recipe.version is None else ["version"]))
    number = 0
    for row in lines:
        if not row:
            continue
        number += 1
        if len(row) != len(header):
            raise Refused("line %d has %d cells, the header %d: mend the list" % (lines.line_num, len(row), len(header)))
        record = dict(zip(header, row))
        try:
            score, band, action = recipe.score(record)
        except Refused as refused:
            raise Refused("line %d, %s" % (lines.line_num, refused)) from None
        who = harmless(record[recipe.identifier]) if identified else number
        out.writerow([who, repr(float(score)), band, action] + ([] if recipe.version is None else [recipe.version]))
    return 0


if __name__ == "__main__":
    try:
        sys.exit(main(sys.argv[1:]))
    except Refused as why:
        print(why, file=sys.stderr)
        sys.exit(1)
    except UnicodeDecodeError as why:
        print("the list is not in UTF-8 (byte %d of a block): save it so" % why.start, file=sys.stderr)
        sys.exit(1)
