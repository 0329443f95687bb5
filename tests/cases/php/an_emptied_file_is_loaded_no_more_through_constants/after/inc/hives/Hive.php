<?php


class Hive
{
    public Weight $weight;
}

class Weight
{
}
