<?php

class Comb
{
}
