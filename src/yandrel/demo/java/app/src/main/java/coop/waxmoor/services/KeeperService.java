package coop.waxmoor.services;

import coop.waxmoor.models.*;
import coop.waxmoor.repositories.KeeperRepository;
import java.util.List;

/** What can be done with keepers. */
public class KeeperService {
    private final KeeperRepository keepers = KeeperRepository.INSTANCE;
    private final HiveService hives = new HiveService();

    public List<Keeper> listKeepers() {
        return keepers.all();
    }

    public Keeper addKeeper(String name) {
        return keepers.add(new Keeper(name));
    }

    public List<Hive> hivesOfKeeper(int number) {
        keepers.get(number);
        return hives.listHives().stream().filter(hive -> Integer.valueOf(number).equals(hive.getKeeper())).toList();
    }
}
