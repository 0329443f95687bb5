package coop.waxmoor.services;

import coop.waxmoor.models.Grades.Grade;

import static coop.waxmoor.models.Grades.GOLDEN;
import static coop.waxmoor.models.Grades.*;

class A {
    Grade grade = of(GOLDEN);
}
