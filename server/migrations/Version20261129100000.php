<?php

declare(strict_types=1);

namespace Yew\Migrations;

use Doctrine\DBAL\Schema\Schema;
use Doctrine\Migrations\AbstractMigration;

/** What stands on the bench: equipment, instruments on the network, which unit each hangs on, and what they recorded; the tape tells who listens. */
final class Version20261129100000 extends AbstractMigration
{
    public function getDescription(): string
    {
        return 'Equipment, instruments, recordings';
    }

    public function up(Schema $schema): void
    {
        $this->addSql('CREATE TABLE equipment (id VARCHAR(40) NOT NULL, document JSONB NOT NULL, retired_at TIMESTAMPTZ(6), PRIMARY KEY (id))');
        $this->addSql('CREATE TABLE instrument (id UUID NOT NULL, name VARCHAR(80) NOT NULL, meter_id VARCHAR(40) NOT NULL REFERENCES shop_meter (id), profile JSONB NOT NULL, host VARCHAR(60) NOT NULL, port INT NOT NULL, retired_at TIMESTAMPTZ(6), PRIMARY KEY (id))');
        $this->addSql('CREATE UNIQUE INDEX instrument_meter ON instrument (meter_id) WHERE retired_at IS NULL');
        $this->addSql('CREATE UNIQUE INDEX instrument_address ON instrument (host, port) WHERE retired_at IS NULL');
        $this->addSql('CREATE TABLE instrument_use (instrument_id UUID NOT NULL REFERENCES instrument (id), job_id UUID NOT NULL REFERENCES job (id), unit_id UUID NOT NULL REFERENCES unit (id), person_id UUID NOT NULL, function VARCHAR(20) NOT NULL, since TIMESTAMPTZ(6) NOT NULL, PRIMARY KEY (instrument_id))');
        $this->addSql('CREATE TABLE recording (id UUID NOT NULL, job_id UUID NOT NULL REFERENCES job (id), unit_id UUID NOT NULL REFERENCES unit (id), instrument_id UUID NOT NULL REFERENCES instrument (id), meter_id VARCHAR(40) NOT NULL, place VARCHAR(40) NOT NULL, function VARCHAR(20) NOT NULL, armed_by UUID NOT NULL, begun_at TIMESTAMPTZ(6) NOT NULL, ended_at TIMESTAMPTZ(6), PRIMARY KEY (id))');
        $this->addSql('CREATE UNIQUE INDEX recording_running ON recording (instrument_id) WHERE ended_at IS NULL');
        $this->addSql('CREATE INDEX recording_of_unit ON recording (job_id, unit_id, begun_at)');
        $this->addSql('CREATE TABLE recording_sample (recording_id UUID NOT NULL REFERENCES recording (id), at TIMESTAMPTZ(6) NOT NULL, value DOUBLE PRECISION, PRIMARY KEY (recording_id, at))');
        $this->addSql('GRANT SELECT, INSERT, UPDATE ON equipment, instrument, recording TO yew_app');
        $this->addSql('GRANT SELECT, INSERT, UPDATE, DELETE ON instrument_use TO yew_app');
        $this->addSql('GRANT SELECT, INSERT ON recording_sample TO yew_app');
        $this->addSql(<<<'SQL'
            CREATE FUNCTION tape_told() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN
              PERFORM pg_notify('tape', json_build_object('job', NEW.job_id, 'jobSequence', NEW.job_sequence, 'unit', NEW.unit_id)::text);
              RETURN NULL;
            END $$
            SQL);
        $this->addSql('CREATE TRIGGER tape_told AFTER INSERT ON tape_entry FOR EACH ROW EXECUTE FUNCTION tape_told()');
        $this->addSql("CREATE FUNCTION instruments_told() RETURNS trigger LANGUAGE plpgsql AS $$ BEGIN PERFORM pg_notify('instruments', ''); RETURN NULL; END $$");
        foreach (['instrument', 'instrument_use', 'recording'] as $table) {
            $this->addSql("CREATE TRIGGER {$table}_told AFTER INSERT OR UPDATE OR DELETE ON $table FOR EACH STATEMENT EXECUTE FUNCTION instruments_told()");
        }
    }
}
