<?php

class Weight
{
}
