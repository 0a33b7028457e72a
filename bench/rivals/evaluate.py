"""The figures of `evaluate` by a plain script of a general numeric library: bench/evaluate times the two beside each other.

Usage: evaluate.py FILE.csv OUTCOME SCORE[,SCORE…]; needs numpy. Prints JSON with some of the same names.
"""

import csv
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


def standard_error(score, y, area):
    _, inverse, counts = np.unique(score, return_inverse=True, return_counts=True)
    events = np.bincount(inverse, weights=y, minlength=len(counts))
    others = counts - events
    above = (np.cumsum(others) - others / 2) / others.sum()
    below = 1 - (np.cumsum(events) - events / 2) / events.sum()
    of_events = above[inverse][y == 1] - area
    of_others = below[inverse][y == 0] - area
    return np.sqrt(of_events.var(ddof=1) / len(of_events) + of_others.var(ddof=1) / len(of_others))


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


def bands(n, p, q):
    rank = np.floor(np.arange(q + 1) * n[-1] / q + 0.5)
    reached = np.interp(rank, n, p)
    return (np.diff(reached) / np.diff(rank)).tolist()


def probability(score, y):
    clipped = np.clip(score, 1e-15, 1 - 1e-15)
    loss = -np.mean(np.where(y == 1, np.log(clipped), np.log1p(-clipped)))
    edge = 0.5 / len(score)
    inside = np.clip(score, edge, 1 - edge)
    x = np.log(inside / (1 - inside))
    beta = np.array([0.0, 1.0])
    design = np.stack([np.ones_like(x), x])
    for _ in range(25):
        mu = 1 / (1 + np.exp(-(beta @ design)))
        step = np.linalg.solve((design * (mu * (1 - mu))) @ design.T, design @ (y - mu))
        beta += step
        if np.abs(step).max() < 1e-9:
            break
    return {"logLoss": float(loss), "brier": float(np.mean((score - y) ** 2)), "line": beta.tolist()}


def main():
    path, outcome, scores = sys.argv[1], sys.argv[2], sys.argv[3].split(",")
    with open(path, encoding="utf-8") as lines:
        names = next(csv.reader(lines))
    table = np.loadtxt(path, delimiter=",", skiprows=1, usecols=[names.index(c) for c in [outcome, *scores]])
    y = table[:, 0]
    figures = {}
    for i, name in enumerate(scores):
        score = np.ascontiguousarray(table[:, i + 1])
        s, n, p = ranking(score, y)
        area = auc(n, p)
        tpr, fpr = p / p[-1], (n - p) / (n[-1] - p[-1])
        gain = 60 * p - 3 * n - (n - p)
        figures[name] = {
            "auc": area,
            "aucStandardError": standard_error(score, y, area),
            "ks": float(np.max(tpr - fpr)),
            "averagePrecision": float(np.sum(np.diff(p) * p[1:] / n[1:]) / p[-1]),
            "bands": bands(n, p, 10),
            "bestOfEach": best(n, p),
            "bestGain": [float(gain.max()), float(n[gain.argmax()])],
        }
        if score.min() >= 0 and score.max() <= 1:
            figures[name]["probability"] = probability(score, y)
    json.dump(figures, sys.stdout)


main()
