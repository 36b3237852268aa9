"""Judgements made from the whole plan.

judged_plan.py what a rule may look at
registry.py    all rules, in the order they are shown
rules/         one judgement a file
"""
