<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** Long computations have a table and a worker; reports that were being made by the web server are asked for anew. */
final class Version20261201090000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Long computations';
    }

    public function up(Schema $schema): void
    {
        $this->addSql("CREATE TABLE computation (id UUID NOT NULL, kind VARCHAR(20) NOT NULL, job_id UUID NOT NULL REFERENCES job (id), asked_at TIMESTAMPTZ(6) NOT NULL, asked_by UUID NOT NULL, state VARCHAR(20) NOT NULL, stage VARCHAR(40) NOT NULL DEFAULT '', share DOUBLE PRECISION NOT NULL DEFAULT 0, tries INT NOT NULL DEFAULT 0, is_to_end BOOLEAN NOT NULL DEFAULT false, PRIMARY KEY (id))");
        $this->addSql('CREATE INDEX computation_of_job ON computation (job_id, asked_at)');
        $this->addSql("CREATE INDEX computation_open ON computation (asked_at) WHERE state IN ('waiting', 'running')");
        $this->addSql('GRANT SELECT, INSERT, UPDATE ON computation TO yew_app');
        $this->addSql("INSERT INTO computation (id, kind, job_id, asked_at, asked_by, state) SELECT id, 'report', job_id, asked_at, asked_by, 'failed' FROM report_order");
        $this->addSql('DROP TABLE report_order');
        $this->addSql("CREATE FUNCTION computation_told() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN PERFORM pg_notify('computation', ''); RETURN NULL; END $$");
        $this->addSql('CREATE TRIGGER computation_told AFTER INSERT ON computation FOR EACH STATEMENT EXECUTE FUNCTION computation_told()');
    }
}
