"""The figures of `evaluate` by a plain script of a general numeric library: bench/evaluate times the two beside each other.

Usage: evaluate.py FILE.csv OUTCOME SCORE[,SCORE…]; needs numpy. Prints JSON with the figures that evaluate gives, most of them under the same names.
"""

import csv
import itertools
import json
import sys

import numpy as np


def ranking(score, y):
    order = np.argsort(-score, kind="stable")
    s, hit = score[order], y[order]
    last = np.flatnonzero(np.append(s[1:] != s[:-1], True))
    n = last + 1.0
    p = np.cumsum(hit)[last]
    return s[last], np.append(0, n), np.append(0, p)


def auc(n, p):
    events, others = p[-1], n[-1] - p[-1]
    return np.sum(np.diff(n - p) * (p[1:] + p[:-1])) / 2 / events / others


def components(score, y, area):
    _, inverse, counts = np.unique(score, return_inverse=True, return_counts=True)
    events = np.bincount(inverse, weights=y, minlength=len(counts))
    others = counts - events
    above = (np.cumsum(others) - others / 2) / others.sum()
    below = 1 - (np.cumsum(events) - events / 2) / events.sum()
    return above[inverse][y == 1] - area, below[inverse][y == 0] - area


def covariance(one, other):
    return sum(a @ b / (len(a) - 1) / len(a) for a, b in zip(one, other))


def best(n, p):
    events, total = p[-1], n[-1]
    tp, fp = p, n - p
    fn, tn = events - tp, total - events - fp
    with np.errstate(divide="ignore", invalid="ignore"):
        recall, specificity, precision = tp / events, tn / (tn + fp), tp / n
        chance = ((tp + fp) * events + (fn + tn) * (total - events)) / total**2
        agreed = (tp + tn) / total
        measures = {
            "accuracy": agreed,
            "balancedAccuracy": (recall + specificity) / 2,
            "recall": recall,
            "specificity": specificity,
            "precision": precision,
            "negativePredictiveValue": tn / (tn + fn),
            "f1": 2 * tp / (2 * tp + fn + fp),
            "f2": 5 * tp / (5 * tp + 4 * fn + fp),
            "fHalf": 1.25 * tp / (1.25 * tp + 0.25 * fn + fp),
            "kappa": (agreed - chance) / (1 - chance),
            "mcc": (tp * tn - fp * fn) / np.sqrt((tp + fp) * events * (tn + fp) * (tn + fn)),
            "youden": recall + specificity - 1,
            "lift": precision / (events / total),
        }
    return {name: [float(np.nanmax(v)), float(n[np.nanargmax(v)] / total)] for name, v in measures.items()}


def edges(n, q):
    return np.floor(np.arange(q + 1) * n[-1] / q + 0.5)


def bands(s, n, p, q):
    rank = edges(n, q)
    reached = np.interp(rank, n, p)
    highest = s[np.minimum(np.searchsorted(n, rank[:-1], side="right") - 1, len(s) - 1)]
    lowest = s[np.searchsorted(n, rank[1:]) - 1]
    rows = [rank[1:], np.diff(reached), np.diff(reached) / np.diff(rank), reached[1:] / p[-1], highest, lowest]
    return [row.tolist() for row in rows]


def probability(score, y, s, n, p):
    clipped = np.clip(score, 1e-15, 1 - 1e-15)
    loss = -np.mean(np.where(y == 1, np.log(clipped), np.log1p(-clipped)))
    brier, rate = np.mean((score - y) ** 2), y.mean()
    edge = 0.5 / len(score)
    inside = np.clip(score, edge, 1 - edge)
    x = np.log(inside / (1 - inside))
    beta = np.array([0.0, 1.0])
    design = np.stack([np.ones_like(x), x])
    for _ in range(25):
        mu = 1 / (1 + np.exp(-(beta @ design)))
        information = (design * (mu * (1 - mu))) @ design.T
        step = np.linalg.solve(information, design @ (y - mu))
        beta += step
        if np.abs(step).max() < 1e-9:
            break
    error = 1.96 * np.sqrt(np.diag(np.linalg.inv(information)))
    rank = edges(n, 10)
    records = np.diff(rank)
    mean = np.diff(np.interp(rank, n, np.append(0, np.cumsum(s * np.diff(n))))) / records
    seen = np.diff(np.interp(rank, n, p)) / records
    middle = (seen + 1.92 / records) / (1 + 3.84 / records)
    half = 1.96 / (1 + 3.84 / records) * np.sqrt(seen * (1 - seen) / records + 0.96 / records**2)
    return {
        "logLoss": float(loss),
        "brier": [float(brier), float(1 - brier / rate / (1 - rate))],
        "line": [beta.tolist(), (beta - error).tolist(), (beta + error).tolist()],
        "ece": float(records @ np.abs(mean - seen) / n[-1]),
        "eceExpected": float(records @ np.sqrt(2 / np.pi * mean * (1 - mean) / records) / n[-1]),
        "reliability": [row.tolist() for row in [records, mean, seen, middle - half, middle + half]],
    }


def main():
    path, outcome, scores = sys.argv[1], sys.argv[2], sys.argv[3].split(",")
    with open(path, encoding="utf-8") as lines:
        names = next(csv.reader(lines))
    table = np.loadtxt(path, delimiter=",", skiprows=1, usecols=[names.index(c) for c in [outcome, *scores]])
    y = table[:, 0]
    figures, doubt = {}, {}
    for i, name in enumerate(scores):
        score = np.ascontiguousarray(table[:, i + 1])
        s, n, p = ranking(score, y)
        area = auc(n, p)
        doubt[name] = area, components(score, y, area)
        error = np.sqrt(covariance(doubt[name][1], doubt[name][1]))
        half = 1.96 * error / area / (1 - area)
        logit = np.log(area / (1 - area))
        tpr, fpr = p / p[-1], (n - p) / (n[-1] - p[-1])
        gain = 60 * p - 3 * n - (n - p)
        figures[name] = {
            "auc": area,
            "aucStandardError": float(error),
            "aucInterval": (1 / (1 + np.exp(np.array([half, -half]) - logit))).tolist(),
            "ks": float(np.max(tpr - fpr)),
            "averagePrecision": float(np.sum(np.diff(p) * p[1:] / n[1:]) / p[-1]),
            "bands": bands(s, n, p, 10),
            "bestOfEach": best(n, p),
            "bestGain": [float(gain.max()), float(n[gain.argmax()]), float(s[max(0, gain.argmax() - 1)]), float(gain[-1])],
        }
        if score.min() >= 0 and score.max() <= 1:
            figures[name]["probability"] = probability(score, y, s, n, p)
    for a, b in itertools.combinations(scores, 2):
        (one, of_one), (other, of_other) = doubt[a], doubt[b]
        variance = covariance(of_one, of_one) + covariance(of_other, of_other) - 2 * covariance(of_one, of_other)
        figures[a + " less " + b] = [float(one - other), float(np.sqrt(variance)), float((one - other) / np.sqrt(variance))]
    json.dump(figures, sys.stdout)


main()
