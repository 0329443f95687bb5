package coop.waxmoor.services;

import coop.waxmoor.models.Hive;
import coop.waxmoor.shared.Book;

public class HiveService {
    Book<Hive>.Row<Hive> first;
    coop.waxmoor.shared.Book<?>.Row<? extends Hive>[] others;
}
