package coop.waxmoor.services;

import coop.waxmoor.shared.Grades.Grade;

import static coop.waxmoor.shared.Grades.GOLDEN;
import static coop.waxmoor.shared.Grades.*;

class A {
    Grade grade = of(GOLDEN);
}
