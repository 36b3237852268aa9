"""A project's plan, and what its first change brings about, where both can be made."""

from zygoform.core.edits.planning import add_change, set_value
from zygoform.core.outcome.outcome import Outcome
from zygoform.core.piecemeal import at_once
from zygoform.core.plan.form_stage import FormPlan
from zygoform.core.plan.memory import Memory
from zygoform.core.plan.plan import Plan, compile_plan, form_piecemeal
from zygoform.core.project import Project


def plan_of(project: Project) -> Plan:
    plan = compile_plan(project)
    assert plan is not None
    return plan


def form_of(project: Project) -> FormPlan:
    """Its pieces as found and as planned, where nothing that follows from them is asked for."""
    form = at_once(form_piecemeal(project, Memory()))
    assert form is not None
    return form


def made(project: Project) -> Outcome:
    plan = plan_of(project)
    assert plan.failures == (), plan.failures
    return plan.outcomes[0]


def changed(project: Project, kind: str, target: str, **values: object) -> Project:
    """With a first change of that kind, its entries set one after another."""
    project = add_change(project, kind, target).project
    for name, value in values.items():
        project = set_value(project, "c1", name, value).project
    return project
