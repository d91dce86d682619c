<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Calibrations of sheets' circuits: records of their own, never changed. */
final class Version20261125080000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Calibrations of sheets';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE sheet_calibration (id UUID NOT NULL, sheet_hash VARCHAR(64) NOT NULL, core_version VARCHAR(20) NOT NULL, tube_data_version VARCHAR(20) NOT NULL, document JSONB NOT NULL, made_at TIMESTAMP(6) WITH TIME ZONE NOT NULL, PRIMARY KEY (id), UNIQUE (sheet_hash, core_version, tube_data_version))');
        $this->addSql('GRANT SELECT, INSERT ON sheet_calibration TO yew_app');
    }
}
